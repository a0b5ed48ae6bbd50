import {
  directionOf,
  type Feature,
  type Hole,
  type Part,
  partSurfaces,
  type Requirement,
  type Side,
} from '../../work/part'
import { takeOffer, shownBy } from '../../work/offers'
import { DEGREE_RAD } from '../../handbook/units'
import { cutsInReach, isReached, planWay, usualCutter } from '../../plan/planning'
import {
  changeClamping,
  changeSetup,
  indexedSetup,
  newSetup,
  tickCut,
  type OwnClamping,
  type Setup,
  type Way,
} from '../../plan/way'
import { type Workshop } from '../../shop/workshop'
import { TOOLING } from './motorBracketTooling'

/** What the drawing says beside the file: how the holes are made, what must agree. */
interface Named {
  readonly feet: string
  readonly pins: string
  readonly bore: string
  readonly cover: string
  readonly slant: string
  readonly relief: string
}

/** The job of the motor bracket, from the part that its file was recognised as: nothing is taken that is not found in it. */
export function motorBracketJob(
  workshop: Workshop,
  read: Part,
): { readonly part: Part; readonly ways: readonly Way[] } {
  const named = namesOf(read)
  const part = drawn(read, named)
  return { part, ways: [IN_VISE, ON_PINS].map((how) => wayOf(workshop, part, named, how)) }
}

function namesOf({ features }: Part): Named {
  const hole = (mm: number): string => idOf(features.find((f) => f.kind === 'hole' && near(f, mm)))
  const milled = features.filter((f) => f.kind === 'contour')
  return {
    feet: hole(6.6),
    pins: hole(6),
    bore: hole(30),
    cover: hole(4.2),
    slant: idOf(
      milled.find(({ plane: { out } }) => Math.abs(out.z - Math.cos(35 * DEGREE_RAD)) < 1e-6),
    ),
    relief: idOf(milled.find(({ on }) => on === 'bottom')),
  }
}

const near = (hole: Hole, mm: number): boolean => Math.abs(hole.diameter.mm - mm) < 1e-3

function idOf(feature: Feature | undefined): string {
  if (!feature) throw new Error('the demo bracket was not recognised as it was made')
  return feature.id
}

function drawn(read: Part, names: Named): Part {
  const offered = (of: Part, ref: string, key: string): Part => {
    const offer = shownBy(of)
      .find((shown) => shown.ref === ref)
      ?.offers.find((one) => one.key === key)
    return offer ? takeOffer(of, ref, offer) : of
  }
  const taken = (
    [
      [names.feet, 'head:M6'],
      [names.pins, 'ream'],
      [names.bore, 'bore-fit'],
      [names.cover, 'tap:M5'],
    ] as const
  ).reduce((of, [ref, key]) => offered(of, ref, key), read)
  const words: Readonly<Record<string, string>> = {
    [names.feet]: 'feet',
    [names.pins]: 'pin holes',
    [names.bore]: 'motor bore',
    [names.cover]: 'cover screws',
    [names.slant]: 'slanted face',
    [names.relief]: 'relief',
  }
  return {
    ...taken,
    name: 'Motor bracket',
    revision: 'C',
    material: 'aluminium',
    general: 'm',
    faces: {
      ...taken.faces,
      bottom: { ...taken.faces.bottom, datum: 'A' },
      left: { ...taken.faces.left, datum: 'C' },
      // A piece of drawn flat bar: its sides stay as they are.
      front: { ...taken.faces.front, ...DRAWN_BAR },
      back: { ...taken.faces.back, ...DRAWN_BAR, datum: 'B' },
    },
    features: [
      ...taken.features.map((feature) => {
        const name = words[feature.id]
        return name === undefined ? feature : { ...feature, name }
      }),
      ...TOOLING,
    ],
    requirements: requirementsOf(names),
  }
}

const DRAWN_BAR = {
  bought: 'rolled',
  stock: { mm: 0 },
  spread: { mm: 0.05 },
  toCut: false,
} as const

const requirementsOf = ({ bore, cover, pins, slant }: Named): Requirement[] => [
  {
    kind: 'distance',
    id: 'bore-height',
    of: bore,
    to: 'bottom',
    plus: { mm: 0.1 },
    minus: { mm: -0.1 },
    critical: true,
  },
  {
    kind: 'parallelism',
    id: 'bore-level',
    of: bore,
    to: 'bottom',
    tolerance: { mm: 0.1 },
    critical: false,
  },
  {
    kind: 'angle',
    id: 'slant-angle',
    of: `${slant}.floor`,
    to: 'bottom',
    plusMinus: { rad: DEGREE_RAD / 6 },
    critical: false,
  },
  {
    kind: 'position',
    id: 'pin-place',
    of: pins,
    tolerance: { mm: 0.2 },
    material: 'none',
    datums: ['bottom', 'back', 'left'],
    critical: true,
  },
  {
    kind: 'position',
    id: 'cover-place',
    of: cover,
    tolerance: { mm: 0.3 },
    material: 'none',
    datums: [bore],
    critical: false,
  },
]

/** How the bracket is held while its housing is cut. */
interface How {
  readonly name: string
  readonly note: string
  readonly held: Partial<OwnClamping>
  /** The ends are in the way of its jaws or stop, and are cut before. */
  readonly isInVise: boolean
}

/** Foot first; then the housing on its foot, the slants in the same clamping by the rotary axis; then the bore from the end. */
function wayOf(workshop: Workshop, part: Part, names: Named, how: How): Way {
  let way: Way = { name: how.name, note: how.note, setups: [] }
  const add = (setup: Setup, name: string, refs?: readonly string[]): Setup => {
    const before = new Set(way.setups.flatMap(({ ops }) => ops.map(({ feature }) => feature)))
    way = { ...way, setups: [...way.setups, { ...setup, name }] }
    const planned = planWay(workshop, part, way).setups.at(-1)
    if (!planned) return setup
    const inReach = [...cutsInReach(planned), ...(how.isInVise ? [] : ['left', 'right'])]
    const open = (refs ?? inReach).filter((ref) => !before.has(ref) && isReached(planned, ref))
    way = changeSetup(way, setup.id, (own) =>
      milledFirst(part, open).reduce(
        (now, ref) => tickCut(now, ref, true, usualCutter(planned, ref)),
        own,
      ),
    )
    return setup
  }
  const clamped = (up: Side, guide: Side, change: Partial<OwnClamping> = {}): Setup =>
    changeClamping(newSetup(workshop, part, way, up, guide), (own) => ({ ...own, ...change }))
  add(clamped('bottom', 'back'), 'Foot', ['bottom', names.relief, ...TOOLING.map(({ id }) => id)])
  if (how.isInVise) {
    add(clamped('left', 'bottom', SQUARED), 'Left end', ['left'])
    add(clamped('right', 'bottom', SQUARED), 'Right end', ['right'])
  }
  const top = add(clamped('top', 'back', how.held), 'Housing')
  for (const [name, ref] of leaning(part)) add(turned(workshop, part, way, top.id, ref), name)
  add(clamped('right', 'bottom', ON_PLATE), 'Bore and cover screws', [names.bore, names.cover])
  return way
}

/** Faces and what is milled before holes, so that a drill meets a flat. */
const milledFirst = (part: Part, refs: readonly string[]): readonly string[] => {
  const isHole = (ref: string): boolean =>
    part.features.some(({ id, kind }) => id === ref && kind === 'hole')
  return [...refs].sort((a, b) => Number(isHole(a)) - Number(isHole(b)))
}

/** Eight of the foot in the jaws: all that is milled lies over them. */
const IN_VISE: How = {
  name: 'Way A',
  note: 'foot first, slants on the rotary axis',
  isInVise: true,
  held: {
    holding: {
      kind: 'vise',
      vise: 'vise-125',
      parallels: 'p-32',
      stop: 'left',
      shift: { mm: 0 },
    },
  },
}

/** On a plate made for it, by two pins in its foot and screws from below: all of the top is free. */
const ON_PINS: How = {
  name: 'Way B',
  note: 'on a plate of its own, by two pins',
  isInVise: false,
  held: {
    holding: {
      kind: 'plate',
      plate: 'plate-1',
      round: 'locate.1',
      roundPin: { mm: 7.98 },
      relieved: 'locate.2',
      relievedPin: { mm: 7.96 },
      screws: ['hold.1', 'hold.2'],
      columns: 1,
      rows: 1,
      gap: { mm: 20 },
      slots: { mm: 63 },
    },
    // Clear of what is let into the plate under the feet.
    footing: {
      lead: 'rest',
      edits: [
        { id: 'rest1', u: 36, v: 80 },
        { id: 'rest2', u: 132, v: 80 },
      ],
    },
  },
}

/** The foot against the fixed jaw squares it; the sawn end below only carries. */
const SQUARED: Partial<OwnClamping> = { footing: { lead: 'jaw', edits: [] } }

/** Upright on the edge of its foot; the foot lies against the angle plate and leads. */
const ON_PLATE: Partial<OwnClamping> = {
  holding: { kind: 'angle-plate', anglePlate: 'angle-150', parallels: 'p-6', stop: 'left' },
  footing: {
    lead: 'jaw',
    edits: [
      { id: 'rest1', v: 7 },
      { id: 'rest2', v: 7 },
      // Beside the relief.
      { id: 'guide1', u: 118 },
    ],
  },
}

/** Floors that lean, each direction once. */
function leaning(part: Part): readonly (readonly [name: string, ref: string])[] {
  const surfaces = partSurfaces(part)
  const met: number[] = []
  return part.features.flatMap((feature) => {
    const floor = surfaces.get(`${feature.id}.floor`)
    const z = floor && directionOf(floor).z
    if (feature.kind !== 'contour' || z === undefined || z < 1e-3 || z > 1 - 1e-6) return []
    if (met.some((other) => Math.abs(other - z) < 1e-6)) return []
    met.push(z)
    return [[met.length === 1 ? 'Slanted face, indexed' : 'Ribs, indexed', feature.id] as const]
  })
}

/** The clamping of a setup turned until the floor of a feature looks up. */
function turned(workshop: Workshop, part: Part, way: Way, of: string, ref: string): Setup {
  const floor = partSurfaces(part).get(`${ref}.floor`)
  const lean = floor ? Math.acos(directionOf(floor).z) : 0
  const tries = [lean, -lean].map((rad) => indexedSetup(way, of, { rad }))
  return (
    tries.find((setup) => {
      const planned = planWay(workshop, part, { ...way, setups: [...way.setups, setup] }).setups.at(
        -1,
      )
      return planned !== undefined && isReached(planned, ref)
    }) ?? (tries[0] as Setup)
  )
}
