import { fail, type Result, succeed } from '@/core/ground/issues'
import { modelsIn } from '@/core/ground/recipe'
import { type Plan } from '@/core/plan/planning'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf, stlOf } from '@/kernel'
import { stepOf } from '@/kernel/exact'
import { exactKernel } from './read'
import { stockMissing } from './stockMissing'

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
  if (modelsIn(recipe).length > 0)
    return fail(
      'export.own-stock',
      'Its stock is a solid of a file: what is left of it is handed out as STL, not as STEP.',
    )
  const written = stepOf(await exactKernel(), recipe)
  if (!written.ok) return written
  const { bytes, volumeMm3 } = written.value
  // Facets lie within what is round and outside of what is hollow: a hundredth is far more than that comes to.
  if (Math.abs(volumeMm3 - mesh.volumeMm3) > 0.01 * mesh.volumeMm3)
    return fail(
      'export.kernels-differ',
      'The exact solid has another volume than the mesh; it is not handed out. The mesh (STL) can be.',
    )
  return succeed({ bytes, type: 'model/step', name: `${stem}.step` })
}
