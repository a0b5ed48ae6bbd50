import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { point } from '@/core/ground/geometry'
import { RayTree } from '@/core/ground/mesh'
import { round } from '@/core/ground/recipe'
import { planWay } from '@/core/plan/planning'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { kindOf } from '@/core/shop/holding'
import { newPart, type Part, partSurfaces } from '@/core/work/part'
import { jawsOf, leftOf, meshOf } from '@/kernel'
import { partOfBody } from '@/operations/solids/body'
import { readSolidFile } from '@/operations/solids/read'
import { setup, topHole, way } from '../support/documents'

interface Row {
  readonly what: string
  readonly medianMs: number
  readonly targetMs: number | null
}

const require = createRequire(import.meta.url)
const STEP = join(
  dirname(require.resolve('occt-import-js/package.json')),
  'test/testfiles/cax-if/io1-cm-214.stp',
)

const timed = async (work: () => Promise<unknown> | unknown): Promise<number> => {
  const begin = performance.now()
  await work()
  return performance.now() - begin
}

/** A plate with 30 holes, each a cut of its own; `shift` makes it another plate. */
function thirtyCuts(shift: number, last = 0): Part {
  const plate = newPart('Plate', { x: { mm: 200 + shift }, y: { mm: 120 }, z: { mm: 20 } })
  const holes = Array.from({ length: 30 }, (_, i) =>
    topHole(`h${i}`, 15 + 18 * (i % 10) + (i === 29 ? last : 0), 20 + 35 * Math.floor(i / 10)),
  )
  return { ...plate, features: holes }
}

const left = (part: Part): Promise<unknown> => {
  const ids = part.features.map(({ id }) => id)
  return leftOf(planWay(STANDARD_WORKSHOP, part, way(setup('s-1', 'top', 'back', ids))))
}

/** Soft jaws for a part that is finished but for its top. */
function jawsFor(part: Part, stepMm: number) {
  const pose = { up: 'top', guide: 'back' } as const
  const holding = kindOf({ kind: 'soft-jaws' }).begin(
    STANDARD_WORKSHOP,
    part,
    partSurfaces(part),
    pose,
  )
  if (holding?.kind !== 'soft-jaws') throw new Error('no blanks')
  const cut = setup(
    's-1',
    'bottom',
    'back',
    part.features.map(({ id }) => id),
  )
  const held = { ...holding, step: { mm: stepMm } }
  const [, planned] = planWay(
    STANDARD_WORKSHOP,
    part,
    way(cut, setup('s-2', 'top', 'back', [], { holding: held })),
  ).setups
  return planned && jawsOf(planned, held)
}

/** How long solids take: read and recognised, left after cuts, picked. */
export async function solidRows(): Promise<readonly Row[]> {
  const bytes = new Uint8Array(readFileSync(STEP))
  const recognised = async () => {
    const read = await readSolidFile(bytes, 'part.stp')
    const made = read.ok ? await partOfBody(read.value, { body: 0, name: 'Part' }) : read
    if (!made.ok) throw new Error(made.issues[0].sentence)
    return made.value
  }
  const first = await timed(recognised)
  const next = await timed(recognised)
  await left(thirtyCuts(0.5))
  const cold = await timed(() => left(thirtyCuts(1)))
  const edited = await timed(() => left(thirtyCuts(1, 1.5)))
  const { mesh, picks } = await fineMesh()
  const part = await recognised()
  const jaws = await timed(() => jawsFor(part, 8))
  const jawsChanged = await timed(() => jawsFor(part, 9))
  const tree = new RayTree<'part'>(mesh)
  const pick = await timed(() => {
    for (const from of picks) tree.hits(from, point(0.01, 0.02, -1))
  })
  return [
    row(`STEP of ${Math.round(bytes.length / 1024)} kB to a part, the first`, first, 4000),
    row('the same, the next', next, 2000),
    row('what is left after 30 cuts, cold', cold, 1000),
    row('the same after an edit of the last', edited, 120),
    row('soft jaws for the part of that STEP', jaws, 1500),
    row('the same with another step', jawsChanged, 250),
    row(`a pick among ${mesh.triangles.length / 3} triangles`, pick / picks.length, 16),
  ]
}

const row = (what: string, ms: number, targetMs: number): Row => ({
  what,
  medianMs: Number(ms.toFixed(2)),
  targetMs,
})

/** About 200 000 triangles: a plate of many pegs. */
async function fineMesh() {
  const pegs = Array.from({ length: 1050 }, (_, i) => {
    const at = point<'part'>(10 * (i % 35), 10 * Math.floor(i / 35), 0)
    return round(at, point<'part'>(at.x, at.y, 8), 4)
  })
  const mesh = await meshOf({ kind: 'united', of: pegs })
  const picks = Array.from({ length: 200 }, (_, i) => point<'part'>(1.7 * i, 1.3 * i, 50))
  return { mesh, picks }
}
