import { type Feature, type Part, type Requirement, type Side } from '@/core/work/part'
import { seededUniform } from '@/core/chain/variation'
import { type Setup, type Way } from '@/core/plan/way'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/shop/workshop'
import { mm, plainBlock, setup, type SetupMore, way } from './documents'

/** What the exact chain makes: everything of the vise, zero, cutter and stock; no scales, heat, form. */
export const EXACT_WORKSHOP: Workshop = {
  ...STANDARD_WORKSHOP,
  machines: STANDARD_WORKSHOP.machines.map((m) => ({
    ...m,
    squarePer100: 0,
    zSquarePer100: 0,
    scalePer100: 0,
  })),
  capabilities: Object.fromEntries(
    Object.entries(STANDARD_WORKSHOP.capabilities).map(([k, c]) => [k, { ...c, formMm: 0 }]),
  ) as Workshop['capabilities'],
  conditions: { ...STANDARD_WORKSHOP.conditions, temperatureK: 0, sideForceN: 0 },
}

const hole = (id: string, more: Partial<Feature & { kind: 'hole' }>): Feature => ({
  kind: 'hole',
  id,
  on: 'top',
  making: 'bore',
  diameter: mm(12),
  extent: { kind: 'through' },
  head: { kind: 'none' },
  pattern: { kind: 'single' },
  place: { dims: [], centred: true },
  ...more,
})

type Pick = <T>(list: readonly T[]) => T

/** A plan of its own for each seed: block, holes, order of setups, what leads, how zero is found. */
export function randomPlan(seed: number): { part: Part; way: Way } {
  const uniform = seededUniform(seed)
  const between = (low: number, high: number): number =>
    Math.round(10 * (low + (high - low) * uniform())) / 10
  const pick: Pick = (list) => list[Math.floor(uniform() * list.length)] as (typeof list)[number]
  const base = plainBlock()
  const size = { x: mm(between(70, 120)), y: mm(between(45, 80)), z: mm(between(32, 55)) }
  const faces = Object.fromEntries(
    Object.entries(base.faces).map(([side, face]) => [
      side,
      { ...face, bought: 'rolled', stock: mm(0), spread: mm(between(0.05, 0.2)), toCut: true },
    ]),
  ) as Part['faces']
  const place = (left: number, front: number) => ({
    dims: [
      { from: 'left' as Side, at: mm(left) },
      { from: 'front' as Side, at: mm(front) },
    ],
    centred: false,
  })
  const blind = uniform() < 0.5
  const bite = { across: mm(between(8, 30)), up: mm(between(8, 20)), deep: mm(between(6, 14)) }
  const part: Part = {
    ...base,
    size,
    faces,
    features: [
      // Close to an edge, or far from it; through, or blind and far from the base.
      hole('one', {
        place: place(between(10, 25), between(6, size.y.mm - 8)),
        ...(blind ? { extent: { kind: 'deep', depth: mm(between(8, 14)) } } : {}),
      }),
      hole('two', {
        making: pick(['ream', 'bore'] as const),
        place: place(between(35, size.x.mm - 8), between(8, size.y.mm - 8)),
      }),
      hole('ring', {
        making: pick(['drill', 'bore'] as const),
        diameter: mm(5),
        place: place(between(30, 45), between(18, 25)),
        pattern: {
          kind: 'list',
          points: [
            [-11, -8],
            [12, -9],
            [10, 11],
            [-12, 9],
          ].map(([across = 0, up = 0]) => ({ across: mm(across), up: mm(up) })),
        },
      }),
      // Bites off a corner of top, left and back, so that what touches there is no rectangle.
      {
        kind: 'pocket',
        id: 'bite',
        on: 'top',
        across: bite.across,
        up: bite.up,
        extent: { kind: 'deep', depth: bite.deep },
        place: {
          dims: [
            { from: 'left', at: mm(bite.across.mm / 2) },
            { from: 'back', at: mm(bite.up.mm / 2) },
          ],
          centred: false,
        },
      },
    ],
  }
  const fixture = { kind: 'fixture' } as const
  const zeroX = pick([
    fixture,
    { kind: 'edge', surface: 'left', instrument: 'probe' } as const,
    { kind: 'both-sides', first: 'left', second: 'right', instrument: 'edge-finder' } as const,
  ])
  const zeroY = pick([fixture, { kind: 'edge', surface: 'front', instrument: 'probe' } as const])
  const lead = pick(['rest', 'jaw'] as const)
  const s = (id: string, up: Side, guide: Side, ops: string[], more: SetupMore = {}): Setup =>
    setup(id, up, guide, ops, {
      holding: {
        kind: 'vise',
        vise: pick(['vise-125', 'vise-160'] as const),
        parallels: 'p-6',
        stop: pick(['left', 'right'] as const),
        shift: mm(0),
      },
      ...more,
    })
  return {
    part,
    way: way(
      s('s-1', 'bottom', 'back', ['bottom']),
      s('s-2', 'back', 'bottom', ['back'], { footing: { lead: 'jaw', edits: [] } }),
      s('s-3', 'left', 'bottom', ['left'], { footing: { lead: 'jaw', edits: [] } }),
      s('s-4', 'top', 'back', ['top', 'one', 'ring'], {
        footing: { lead, edits: [] },
        zero: { offset: 'G54', x: zeroX, y: zeroY, z: fixture },
      }),
      s('s-5', 'top', pick(['back', 'front'] as const), ['two', 'bite'], {
        zero: {
          offset: 'G54',
          x: pick([{ kind: 'bore', feature: 'one', instrument: 'indicator' } as const, fixture]),
          y: { kind: 'bore', feature: 'one', instrument: 'indicator' },
          z: fixture,
        },
      }),
    ),
  }
}

const hold = (requirement: Partial<Requirement>): Requirement =>
  ({ id: 'r', critical: false, ...requirement }) as Requirement
const position = (of: string, ...datums: string[]): Requirement =>
  hold({ kind: 'position', of, tolerance: mm(1), material: 'none', datums })
const limits = { plus: mm(1), minus: mm(-1) }
const tolerance = mm(1)

export const ASKED: readonly Requirement[] = [
  position('one', 'bottom', 'left', 'back'),
  position('one', 'bottom', 'back', 'left'),
  position('two', 'bottom', 'one', 'back'),
  position('two', 'bottom', 'one', 'left'),
  position('one', 'bottom', 'left'),
  position('ring', 'bottom', 'one', 'two'),
  position('ring', 'bottom', 'one'),
  position('two', 'bottom', 'ring'),
  position('ring', 'bottom'),
  position('two', 'one'),
  position('two', 'back', 'bottom', 'left'),
  { ...position('one', 'bottom', 'two'), boundaries: { two: 'most' } } as Requirement,
  { ...position('ring', 'bottom', 'two'), boundaries: { two: 'most' } } as Requirement,
  { ...position('ring', 'bottom', 'two', 'back'), boundaries: { two: 'most' } } as Requirement,
  { ...position('two', 'bottom', 'ring'), boundaries: { ring: 'most' } } as Requirement,
  { ...position('one', 'bottom', 'left', 'back'), projected: mm(20) } as Requirement,
  { ...position('ring', 'bottom', 'one'), each: true } as Requirement,
  hold({ kind: 'coaxiality', of: 'ring.1', to: 'ring.1', tolerance }),
  hold({ kind: 'distance', of: 'two', to: 'left', ...limits }),
  hold({ kind: 'distance', of: 'top', to: 'bottom', ...limits }),
  hold({ kind: 'distance', of: 'one', to: 'two', ...limits }),
  hold({ kind: 'distance', of: 'back', to: 'two', ...limits }),
  hold({ kind: 'parallelism', of: 'top', to: 'bottom', tolerance }),
  hold({ kind: 'parallelism', of: 'two', to: 'one', tolerance }),
  hold({ kind: 'parallelism', of: 'two', to: 'back', tolerance }),
  hold({ kind: 'perpendicularity', of: 'one', to: 'bottom', tolerance }),
  hold({ kind: 'perpendicularity', of: 'back', to: 'bottom', tolerance }),
  hold({ kind: 'perpendicularity', of: 'top', to: 'two', tolerance }),
  hold({ kind: 'profile', of: 'top', tolerance, datums: ['bottom', 'back'] }),
].filter((r) => !('to' in r && r.to === r.of))

/** Limits of size that give a datum its play, and what it may lean. */
export const GIVEN: readonly Requirement[] = [
  hold({ id: 'g1', kind: 'size', of: 'two', plus: mm(0.03), minus: mm(-0.03) }),
  hold({ id: 'g2', kind: 'size', of: 'ring', plus: mm(0.12), minus: mm(-0.12) }),
  hold({ id: 'g3', kind: 'perpendicularity', of: 'two', to: 'bottom', tolerance: mm(0.03) }),
]
