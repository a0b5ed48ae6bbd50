import { type ViseHolding } from '@/core/shop/holding'
import { type Feature, newPart, type Part, type Requirement, type Side } from '@/core/work/part'
import { changeClamping, type Op, type OwnClamping, type Setup, type Way } from '@/core/plan/way'

export const mm = (value: number): { mm: number } => ({ mm: value })

/** A block 100 × 60 × 40, every face to be cut. */
export const plainBlock = (): Part => newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })

/** Two surfaces, to within a millimetre of each other. */
export const distance = (of: string, to: string): Requirement => ({
  kind: 'distance',
  id: `${of} ${to}`,
  critical: false,
  of,
  to,
  plus: mm(1),
  minus: mm(-1),
})

/** A bored hole of 8 through the top, so far from the left and the front. */
export const topHole = (
  id: string,
  left: number,
  front: number,
  more: Partial<Feature> = {},
): Feature =>
  ({
    kind: 'hole',
    id,
    on: 'top',
    making: 'bore',
    diameter: mm(8),
    extent: { kind: 'through' },
    head: { kind: 'none' },
    pattern: { kind: 'single' },
    place: {
      dims: [
        { from: 'left', at: mm(left) },
        { from: 'front', at: mm(front) },
      ],
      centred: false,
    },
    ...more,
  }) as Feature

export const op = (feature: string, more: Partial<Op> = {}): Op => ({
  id: feature.replace(/[^A-Za-z0-9-]/g, '-'),
  feature,
  pass: 'finish',
  leave: mm(0),
  ...more,
})

/** What a setup of these tests may be given, of its clamping too. */
export type SetupMore = Partial<Setup & Omit<OwnClamping, 'kind' | 'up' | 'guide'>>

/** A setup in the first vise, zero from jaw, stop and parallels. */
export function setup(
  id: string,
  up: Side,
  guide: Side,
  features: readonly string[],
  more: SetupMore = {},
): Setup {
  const fixture = { kind: 'fixture' } as const
  const { centre, footing, holding, machine = 'small-cnc', props, ...rest } = more
  return {
    id,
    name: id,
    clamping: {
      kind: 'own',
      machine,
      up,
      guide,
      holding: holding ?? {
        kind: 'vise',
        vise: 'vise-125',
        parallels: 'p-12',
        stop: 'left',
        shift: mm(0),
      },
      footing: footing ?? { lead: 'rest', edits: [] },
      ...(centre && { centre }),
      ...(props && { props }),
    },
    zero: { offset: 'G54', x: fixture, y: fixture, z: fixture },
    ops: features.map((f) => op(f)),
    ...rest,
  }
}

/** How a setup of these tests clamps the part itself. */
export function clampingOf({ clamping }: Setup): OwnClamping {
  if (clamping.kind !== 'own') throw new Error('clamped by another setup')
  return clamping
}

/** The setup with something of its clamping changed. */
export const clampedSo = (setup: Setup, more: Partial<OwnClamping>): Setup =>
  changeClamping(setup, (clamping) => ({ ...clamping, ...more }))

/** The vise that a setup of these tests is held in. */
export function viseOf(setup: Setup): ViseHolding {
  const { holding } = clampingOf(setup)
  if (holding.kind !== 'vise') throw new Error('not in a vise')
  return holding
}

export const way = (...setups: Setup[]): Way => ({ name: 'Way A', note: '', setups })
