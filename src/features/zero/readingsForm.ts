import { type Facing, type Standing, uppermost } from '@/core/shop/holding'
import { type Axis, dot, type PlanePoint } from '@/core/ground/geometry'
import { crossedAxis } from '@/core/floor/offsets'
import { type Part, refLabel, type Surface } from '@/core/work/part'
import { leansAbout, leansOver, type PlannedSetup, swungIn } from '@/core/plan/planning'
import { type Length } from '@/core/handbook/units'

export const KINDS = [
  'edge',
  'corner',
  'both-sides',
  'round',
  'swung',
  'height',
  'slope',
  'ball',
  'stored',
] as const
export type FindKind = (typeof KINDS)[number]

export const KIND_WORDS: Readonly<Record<FindKind, string>> = {
  edge: 'touch one edge',
  corner: 'touch a corner: two edges',
  'both-sides': 'touch both sides, halve',
  round: 'bore or boss, touches round it',
  swung: 'bore or boss, indicator swung',
  height: 'height of a face',
  slope: 'angle of an edge: two touches',
  ball: 'corner, a ball in the swung spindle',
  stored: 'the fixture’s own zero',
}

/** The ways in which zero can be found as the spindle stands. */
export const kindsFor = (planned: PlannedSetup): readonly FindKind[] =>
  swungIn(planned)
    ? ['ball', 'edge', 'both-sides', 'stored']
    : KINDS.filter((kind) => kind !== 'ball')

/** What has been filled in so far. */
export interface Draft {
  readonly kind: FindKind
  readonly surface: string
  readonly second: string
  readonly where: 'bore' | 'boss'
  readonly by: 'feeler' | 'setter' | 'tool' | 'probe'
  readonly answer: 'part' | 'program'
  /** Of a ball: the axis that the spindle leans over, and which way it moves to the wall. */
  readonly over: 'x' | 'y'
  readonly wall: '+' | '-'
  readonly numbers: Readonly<Record<string, Length>>
  readonly touches: readonly PlanePoint[]
  readonly tipZ?: number | undefined
}

/** A figure that the form asks for, and what of the mill it can be taken from. */
export interface Field {
  readonly key: string
  readonly label: string
  readonly take?: Axis | 'dial'
}

export interface SurfaceChoice {
  readonly value: string
  readonly label: string
  readonly axis: Axis | 'round'
  /** Which way the spindle moves to touch it from outside. */
  readonly towards: '+' | '-'
}

/** The surfaces that can be touched as the part stands, with the axis that each gives. */
export function choicesOf(part: Part, planned: PlannedSetup): readonly SurfaceChoice[] {
  const { rows } = planned.standing.setupFromPart
  return [...planned.surfaces.values()].flatMap((surface): SurfaceChoice[] => {
    const axis = crossedAxis(planned, surface)
    if (axis === undefined || surface.id === planned.standing.faceAt.down) return []
    return [
      {
        value: surface.id,
        label: refLabel(part, surface.id),
        axis,
        towards: towardsOf(rows, surface),
      },
    ]
  })
}

function towardsOf(
  rows: PlannedSetup['standing']['setupFromPart']['rows'],
  surface: Surface,
): '+' | '-' {
  if (surface.kind === 'axis') return '+'
  const outward = dot(rows[0], surface.normal) + dot(rows[1], surface.normal)
  return outward > 0 ? '-' : '+'
}

export const fieldsOf = (draft: Draft, choice: SurfaceChoice | undefined): readonly Field[] => {
  const axis = choice?.axis === 'y' ? 'y' : 'x'
  const letter = axis.toUpperCase()
  switch (draft.kind) {
    case 'edge':
      return [{ key: 'a', label: `${letter} at the touch`, take: axis }]
    case 'corner':
      return [
        { key: 'a', label: 'X at the touch', take: 'x' },
        { key: 'b', label: 'Y at the touch', take: 'y' },
      ]
    case 'both-sides':
      return [
        { key: 'a', label: `${letter} on the first side`, take: axis },
        { key: 'b', label: `${letter} on the other side`, take: axis },
      ]
    case 'round':
      return []
    case 'swung':
      return [
        { key: 'x', label: 'Spindle X', take: 'x' },
        { key: 'y', label: 'Spindle Y', take: 'y' },
        { key: 'right', label: 'Dial, right', take: 'dial' },
        { key: 'left', label: 'Dial, left', take: 'dial' },
        { key: 'back', label: 'Dial, back', take: 'dial' },
        { key: 'front', label: 'Dial, front', take: 'dial' },
      ]
    case 'height':
      return [
        { key: 'a', label: 'Z of the spindle', take: 'z' },
        { key: 'length', label: 'Tool length' },
        { key: 'between', label: 'Between tool and face' },
      ]
    case 'slope': {
      const along = axis === 'x' ? 'y' : 'x'
      return [
        { key: 'p1', label: `${along.toUpperCase()} of the first touch`, take: along },
        { key: 'r1', label: `${letter} there`, take: axis },
        { key: 'p2', label: `${along.toUpperCase()} of the second touch`, take: along },
        { key: 'r2', label: `${letter} there`, take: axis },
      ]
    }
    case 'ball': {
      const over = draft.over.toUpperCase()
      return [
        { key: 'floor', label: 'Quill at the floor', take: 'z' },
        { key: 'a', label: `${over} at the wall`, take: draft.over },
        { key: 'b', label: 'Quill at the wall', take: 'z' },
        { key: 'length', label: 'Ball’s length, 0 if touched off' },
      ]
    }
    case 'stored':
      return []
  }
}

/** The surfaces that fit a kind of finding, in the first place and in the second. */
export function fitting(
  kind: FindKind,
  choices: readonly SurfaceChoice[],
  first?: SurfaceChoice,
): { readonly first: readonly SurfaceChoice[]; readonly second: readonly SurfaceChoice[] } {
  const across = choices.filter((c) => c.axis === 'x' || c.axis === 'y')
  switch (kind) {
    case 'edge':
    case 'slope':
      return { first: across, second: [] }
    case 'corner':
      return {
        first: choices.filter((c) => c.axis === 'x'),
        second: choices.filter((c) => c.axis === 'y'),
      }
    case 'both-sides':
      return {
        first: across,
        second: across.filter((c) => c.axis === first?.axis && c.value !== first.value),
      }
    case 'round':
    case 'swung':
      return { first: choices.filter((c) => c.axis === 'round'), second: [] }
    case 'height':
      return { first: choices.filter((c) => c.axis === 'z'), second: [] }
    case 'ball':
    case 'stored':
      return { first: [], second: [] }
  }
}

const WAY_WORDS = {
  'x+': 'to the right',
  'x-': 'to the left',
  'y+': 'to the back',
  'y-': 'to the front',
}

/** Which way to come to each touch: the last bit always so, to keep the backlash out. */
export function approachWords(
  draft: Draft,
  first: SurfaceChoice | undefined,
  second: SurfaceChoice | undefined,
): string | undefined {
  const way = (choice: SurfaceChoice | undefined): string =>
    choice && (choice.axis === 'x' || choice.axis === 'y')
      ? `${choice.label}: moving ${WAY_WORDS[`${choice.axis}${choice.towards}`]}`
      : ''
  switch (draft.kind) {
    case 'edge':
    case 'slope':
      return `Come to ${way(first)}, and the last bit always that way: backlash stays out.`
    case 'corner':
    case 'both-sides':
      return `Come to ${way(first)}; ${way(second)}. The last bit always that way.`
    case 'round':
      return 'Touches well round it: four along the axes. Come to each from the middle.'
    case 'swung':
      return 'Swing once round and read at the four ends; a larger figure is a plunger pushed in.'
    case 'height':
      return 'Come down to it, never up: backlash stays out.'
    case 'ball':
      return `First down to the floor, then to the wall, moving ${WAY_WORDS[`${draft.over}${draft.wall}`]}: the last bit always that way. The knee stays locked.`
    case 'stored':
      return undefined
  }
}

/** What the plan of the setup says is to be found, as a form to begin with. */
export function beginDraft(
  planned: PlannedSetup,
  choices: readonly SurfaceChoice[],
  axis: Axis,
): Draft {
  const pickup = planned.setup.zero[axis]
  const { standing } = planned
  const swung = swungIn(planned)
  const up = uppermost(standing)
  const base = {
    second: '',
    where: 'bore' as const,
    by: 'setter' as const,
    answer: 'program' as const,
    over: swung ? leansOver(swung) : ('y' as const),
    wall: swung ? wallOf(standing, leansOver(swung)) : ('+' as const),
    numbers: {},
    touches: [],
  }
  if (swung && axis !== leansAbout(swung.lean)) return { ...base, kind: 'ball', surface: '' }
  switch (pickup.kind) {
    case 'both-sides':
      return { ...base, kind: 'both-sides', surface: pickup.first, second: pickup.second }
    case 'bore':
      return choices.some((c) => c.value === pickup.feature && c.axis === 'round')
        ? { ...base, kind: 'round', surface: pickup.feature }
        : { ...base, kind: 'height', surface: up }
    case 'edge':
      return { ...base, kind: 'edge', surface: pickup.surface }
    case 'height':
      return { ...base, kind: 'height', surface: pickup.surface }
    case 'fixture':
      return axis === 'z'
        ? { ...base, kind: 'height', surface: up }
        : {
            ...base,
            kind: 'edge',
            surface: standing.faceAt[besideOf(standing, axis)] ?? up,
          }
  }
}

/** Which way the spindle moves to the wall of the corner that the holding keeps: to the fixed jaw, or to the stop. */
const wallOf = ({ stopEnd }: Standing, over: 'x' | 'y'): '+' | '-' =>
  over === 'y' || stopEnd === 'right' ? '+' : '-'

/** The side on which the plan has zero across: at the stop, at what guides the work. */
const besideOf = ({ stopEnd }: Standing, axis: 'x' | 'y'): Facing =>
  axis === 'y' ? 'guide' : stopEnd === 'right' ? 'right' : 'left'

/** What the plan of the setup wants an axis to be found on, in a word or two. */
export const planWords = (part: Part, planned: PlannedSetup, axis: Axis): string => {
  const pickup = planned.setup.zero[axis]
  switch (pickup.kind) {
    case 'fixture':
      return planned.standing.stays[axis].what
    case 'both-sides':
      return 'both sides'
    case 'bore':
      return refLabel(part, pickup.feature)
    default:
      return refLabel(part, pickup.surface)
  }
}
