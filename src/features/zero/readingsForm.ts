import { type Facing, type Standing, uppermost } from '@/core/shop/holding'
import { type Axis, dot, type PlanePoint } from '@/core/ground/geometry'
import { crossedAxis, type Readings } from '@/core/floor/offsets'
import { type Part, refLabel, type Surface } from '@/core/work/part'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Length } from '@/core/handbook/units'

export const KINDS = [
  'edge',
  'corner',
  'both-sides',
  'round',
  'swung',
  'height',
  'slope',
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
  stored: 'the fixture’s own zero',
}

/** What has been filled in so far. */
export interface Draft {
  readonly kind: FindKind
  readonly surface: string
  readonly second: string
  readonly where: 'bore' | 'boss'
  readonly by: 'feeler' | 'setter' | 'tool' | 'probe'
  readonly answer: 'part' | 'program'
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
    case 'stored':
      return []
  }
}

/** Readings as far as they are complete; a corner makes two. */
export function readingsOf(
  draft: Draft,
  choices: readonly SurfaceChoice[],
  tip: number | undefined,
): readonly Readings[] {
  const first = choices.find((c) => c.value === draft.surface)
  const second = choices.find((c) => c.value === draft.second)
  const number = (key: string): number | undefined => draft.numbers[key]?.mm
  const [a, b] = [number('a'), number('b')]
  const tipZ = draft.tipZ === undefined ? {} : { tipZ: draft.tipZ }
  const edge = (choice: SurfaceChoice | undefined, at: number | undefined): Readings[] =>
    choice && (choice.axis === 'x' || choice.axis === 'y') && at !== undefined && tip !== undefined
      ? [
          {
            kind: 'edge',
            axis: choice.axis,
            surface: choice.value,
            tip,
            touch: { at, towards: choice.towards },
            ...tipZ,
          },
        ]
      : []
  switch (draft.kind) {
    case 'edge':
      return edge(first, a)
    case 'corner': {
      const both = [...edge(first, a), ...edge(second, b)]
      return both.length === 2 ? both : []
    }
    case 'both-sides':
      return first &&
        second &&
        (first.axis === 'x' || first.axis === 'y') &&
        a !== undefined &&
        b !== undefined &&
        tip !== undefined
        ? [
            {
              kind: 'both-sides',
              axis: first.axis,
              first: first.value,
              second: second.value,
              tip,
              a: { at: a, towards: first.towards },
              b: { at: b, towards: second.towards },
              ...tipZ,
            },
          ]
        : []
    case 'round':
      return first && draft.touches.length >= 3 && tip !== undefined
        ? [
            {
              kind: 'round',
              feature: first.value,
              where: draft.where,
              tip,
              touches: [...draft.touches],
              ...tipZ,
            },
          ]
        : []
    case 'swung': {
      const [x, y] = [number('x'), number('y')]
      const [right, left, back, front] = [
        number('right'),
        number('left'),
        number('back'),
        number('front'),
      ]
      return first &&
        x !== undefined &&
        y !== undefined &&
        right !== undefined &&
        left !== undefined &&
        back !== undefined &&
        front !== undefined
        ? [
            {
              kind: 'swung',
              feature: first.value,
              where: draft.where,
              at: { x, y },
              dial: { right, left, back, front },
            },
          ]
        : []
    }
    case 'height': {
      const [length, between] = [number('length'), number('between')]
      return first && a !== undefined && length !== undefined && between !== undefined
        ? [
            {
              kind: 'height',
              surface: first.value,
              by: draft.by,
              spindle: a,
              toolLength: length,
              between,
            },
          ]
        : []
    }
    case 'slope': {
      const [p1, r1, p2, r2] = [number('p1'), number('r1'), number('p2'), number('r2')]
      return first && p1 !== undefined && r1 !== undefined && p2 !== undefined && r2 !== undefined
        ? [
            {
              kind: 'slope',
              surface: first.value,
              along: first.axis === 'x' ? 'y' : 'x',
              places: [p1, p2],
              readings: [r1, r2],
              answer: draft.answer,
            },
          ]
        : []
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
  const up = uppermost(standing)
  const base = {
    second: '',
    where: 'bore' as const,
    by: 'setter' as const,
    answer: 'program' as const,
    numbers: {},
    touches: [],
  }
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
