import { kindOf, type Holding } from '../../shop/holding'
import { type Workshop } from '../../shop/workshop'
import { planWay, usualCutter } from '../../plan/planning'
import {
  changeClamping,
  changeSetup,
  newSetup,
  type OwnClamping,
  type Setup,
  tickCut,
  type Way,
} from '../../plan/way'
import { partSurfaces, type Side } from '../../work/part'
import { SADDLE } from './saddle'

interface Step {
  readonly name: string
  readonly up: Side
  readonly guide: Side
  readonly holding: Holding['kind']
  readonly zero: Partial<Setup['zero']>
  readonly cuts: readonly string[]
  readonly more?: Partial<Record<string, unknown>>
  readonly cutter?: string
  readonly edits?: OwnClamping['footing']['edits']
  readonly lead?: OwnClamping['footing']['lead']
}

/** The foot first, since four faces hang on it. */
const FOOT: Omit<Step, 'name' | 'holding'> = {
  up: 'bottom',
  guide: 'back',
  zero: {},
  cuts: ['bottom', 'foot-holes'],
  more: { known: { mm: 0.1 } },
}

/** Upright between the jaws, by what was cut. */
const FLANGE: Step = {
  name: 'Flange',
  up: 'right',
  guide: 'bottom',
  holding: 'vise',
  lead: 'jaw',
  zero: { x: { kind: 'edge', surface: 'front', instrument: 'edge-finder' } },
  cuts: ['right', 'flange-holes'],
  // The left end is only there below the pads.
  edits: [
    { id: 'rest1', u: 20, v: 25 },
    { id: 'rest2', u: 70, v: 25 },
  ],
}

/** Then everything from the foot. */
const FROM_FOOT: readonly Step[] = [
  {
    name: 'Cheek and bores',
    up: 'front',
    guide: 'bottom',
    holding: 'vise',
    lead: 'jaw',
    zero: {},
    cuts: ['front', 'trunnion'],
  },
  FLANGE,
  {
    name: 'Pads',
    up: 'top',
    guide: 'front',
    holding: 'vise',
    zero: { x: { kind: 'edge', surface: 'right', instrument: 'edge-finder' } },
    cuts: ['left-pad', 'right-pad'],
    cutter: 'end-16',
    more: { stop: 'none' },
  },
]

/** A squared block glued under the left end, below the pad, which stays cast: it looks to an end, or down. */
const CARRIED = {
  on: 'left',
  by: 'glue',
  along: { mm: 80 },
  across: { mm: 44 },
  offAcross: { mm: -35 },
  thick: { mm: 46 },
  known: { mm: 0.1 },
  parallels: 'p-12',
}
const touchedOn = (surface: string) =>
  ({ kind: 'edge', surface, instrument: 'edge-finder' }) as const
const ON_CARRIER: readonly Step[] = [
  { ...FOOT, name: 'Foot, on the carrier', holding: 'carrier', more: CARRIED },
  {
    name: 'Cheek and bores',
    up: 'front',
    guide: 'bottom',
    holding: 'carrier',
    more: CARRIED,
    zero: { y: touchedOn('bottom') },
    cuts: ['front', 'trunnion'],
  },
  {
    name: 'Pads',
    up: 'top',
    guide: 'front',
    holding: 'carrier',
    more: CARRIED,
    zero: {},
    cuts: ['left-pad', 'right-pad'],
    cutter: 'end-16',
  },
  // Upright with the carrier under it the saddle is too tall for the mill: it comes off before.
  FLANGE,
]

/** The ways of the saddle: set by its marked points for the first cut, on jacks or in a nest; or stuck to a carrier for all of them. */
export function saddleWays(workshop: Workshop): readonly Way[] {
  const made = (name: string, note: string, first: Pick<Step, 'name' | 'holding'>): Way =>
    [{ ...FOOT, ...first }, ...FROM_FOOT].reduce((way, step) => withStep(workshop, way, step), {
      name,
      note,
      setups: [],
    } as Way)
  return [
    made('Way A', 'set on jacks by the layout, foot first', {
      name: 'Foot, on jacks',
      holding: 'jacks',
    }),
    made(
      'Way B',
      'set in a nest with screws: no straps over it, and the next one takes less time',
      {
        name: 'Foot, in the nest',
        holding: 'nest',
      },
    ),
    ON_CARRIER.reduce<Way>((way, step) => withStep(workshop, way, step), {
      name: 'Way C',
      note: 'glued to a carrier, which comes off before the flange',
      setups: [],
    }),
  ]
}

function withStep(workshop: Workshop, way: Way, step: Step): Way {
  const {
    cutter: own,
    cuts,
    edits = [],
    guide,
    lead = 'rest',
    holding: kind,
    more,
    name,
    up,
    zero,
  } = step
  const begun = kindOf({ kind }).begin(workshop, SADDLE, partSurfaces(SADDLE), { up, guide })
  const fresh = newSetup(workshop, SADDLE, way, up, guide)
  const setup = changeClamping(
    {
      ...fresh,
      name,
      zero: { ...fresh.zero, ...zero, offset: `G${54 + way.setups.length}` as 'G54' },
    },
    (clamping) => ({
      ...clamping,
      ...(begun && { holding: { ...begun, ...more } as Holding }),
      footing: { lead, edits: [...edits] },
    }),
  )
  const added = { ...way, setups: [...way.setups, setup] }
  return cuts.reduce((made, ref) => {
    const planned = planWay(workshop, SADDLE, made).setups[made.setups.length - 1]
    if (!planned) return made
    const cutter = own ?? usualCutter(planned, ref)
    return changeSetup(made, setup.id, (one) => tickCut(one, ref, true, cutter))
  }, added)
}
