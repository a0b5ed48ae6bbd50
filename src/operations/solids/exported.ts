import { fail, type Result, succeed } from '@/core/ground/issues'
import { modelsIn, type Recipe } from '@/core/ground/recipe'
import { type Plan } from '@/core/plan/planning'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf, stlOf } from '@/kernel'
import { fileAtHand } from './filesAtHand'
import { isStep } from './read'
import { stockMissing } from './stockMissing'
import { sureStep } from './sureStep'

export interface ExportedSolid {
  readonly bytes: Uint8Array
  readonly type: string
  readonly name: string
}

export type SolidKind = 'part-step' | 'part-stl' | 'left-step' | 'left-stl'
export const isSolidKind = (kind: string): kind is SolidKind => /^(part|left)-st/.test(kind)

/** The part finished, or what is left of it after a setup, as exact faces or as facets. */
export async function exportSolid(
  { part, setups }: Plan,
  slug: string,
  kind: SolidKind,
  number?: number,
): Promise<Result<ExportedSolid>> {
  const isLeft = kind.startsWith('left')
  const planned = setups[(number ?? setups.length) - 1]
  if ((number !== undefined || isLeft) && !planned)
    return fail(
      'export.no-setup',
      number === undefined ? 'The way has no setup yet.' : `There is no setup ${number}.`,
      'setup',
    )
  const state = isLeft && planned ? planned.after : stateFinished(part)
  const recipe = solidNow(part, state)
  const stem = slug + (isLeft && planned ? `-after-setup-${planned.index + 1}` : '')
  const mesh = await meshOf(recipe).catch(stockMissing)
  if ('ok' in mesh) return mesh
  if (kind.endsWith('stl'))
    return succeed({ bytes: stlOf(mesh, part.name), type: 'model/stl', name: `${stem}.stl` })
  const files = await filesOf(recipe)
  if (!files.ok) return files
  const step = await sureStep(recipe, mesh, files.value)
  return step.ok ? succeed({ bytes: step.value, type: 'model/step', name: `${stem}.step` }) : step
}

/** The files whose bodies a solid is made of; exact faces only a STEP file has. */
async function filesOf(recipe: Recipe<'part'>): Promise<Result<ReadonlyMap<string, Uint8Array>>> {
  const files = new Map<string, Uint8Array>()
  for (const { digest } of modelsIn(recipe)) {
    const bytes = await fileAtHand(digest)
    if (!bytes || !isStep(bytes))
      return fail(
        'export.own-stock',
        'The solid of its stock has no exact faces here: what is left of it is handed out as STL, not as STEP. Bring the stock in as STEP.',
      )
    files.set(digest, bytes)
  }
  return succeed(files)
}
