import { type Readings } from '@/core/floor/offsets'
import { type Draft, type FindKind, type SurfaceChoice } from './readingsForm'

/** A form with what its makers look up in it. */
interface Filled {
  readonly draft: Draft
  readonly first: SurfaceChoice | undefined
  readonly second: SurfaceChoice | undefined
  readonly tip: number | undefined
  /** The figures of some fields, mm; undefined while one of them is empty. */
  readonly figures: <K extends string>(...keys: K[]) => Readonly<Record<K, number>> | undefined
  readonly tipZ: { readonly tipZ?: number }
}

/** Readings as far as they are complete; a corner makes two. */
export function readingsOf(
  draft: Draft,
  choices: readonly SurfaceChoice[],
  tip: number | undefined,
): readonly Readings[] {
  const chosen = (value: string) => choices.find((c) => c.value === value)
  const figures: Filled['figures'] = (...keys) => {
    const typed = keys.map((key) => [key, draft.numbers[key]?.mm] as const)
    return typed.some(([, mm]) => mm === undefined)
      ? undefined
      : (Object.fromEntries(typed) as Readonly<Record<(typeof keys)[number], number>>)
  }
  const filled: Filled = {
    draft,
    first: chosen(draft.surface),
    second: chosen(draft.second),
    tip,
    figures,
    tipZ: draft.tipZ === undefined ? {} : { tipZ: draft.tipZ },
  }
  const made = MAKERS[draft.kind](filled)
  return made.every((one) => one !== undefined) ? made : []
}

type Made = Readings | undefined

/** One touch on an edge; nothing on what lies across no axis of the table. */
function edge({ tip, tipZ }: Filled, choice: SurfaceChoice | undefined, at?: number): Made {
  if (!choice || tip === undefined || at === undefined) return undefined
  const { axis, towards, value } = choice
  return axis === 'x' || axis === 'y'
    ? { kind: 'edge', axis, surface: value, tip, touch: { at, towards }, ...tipZ }
    : undefined
}

function bothSides({ figures, first, second, tip, tipZ }: Filled): Made {
  const typed = figures('a', 'b')
  if (!first || !second || !typed || tip === undefined) return undefined
  const { axis } = first
  if (axis !== 'x' && axis !== 'y') return undefined
  return {
    kind: 'both-sides',
    axis,
    first: first.value,
    second: second.value,
    tip,
    a: { at: typed.a, towards: first.towards },
    b: { at: typed.b, towards: second.towards },
    ...tipZ,
  }
}

function round({ draft: { touches, where }, first, tip, tipZ }: Filled): Made {
  return first && touches.length >= 3 && tip !== undefined
    ? { kind: 'round', feature: first.value, where, tip, touches: [...touches], ...tipZ }
    : undefined
}

function swung({ draft: { where }, figures, first }: Filled): Made {
  const typed = figures('x', 'y', 'right', 'left', 'back', 'front')
  if (!first || !typed) return undefined
  const { back, front, left, right, x, y } = typed
  const dial = { right, left, back, front }
  return { kind: 'swung', feature: first.value, where, at: { x, y }, dial }
}

function height({ draft: { by }, figures, first }: Filled): Made {
  const typed = figures('a', 'length', 'between')
  if (!first || !typed) return undefined
  const { a: spindle, between, length: toolLength } = typed
  return { kind: 'height', surface: first.value, by, spindle, toolLength, between }
}

function slope({ draft: { answer }, figures, first }: Filled): Made {
  const typed = figures('p1', 'r1', 'p2', 'r2')
  if (!first || !typed) return undefined
  return {
    kind: 'slope',
    surface: first.value,
    along: first.axis === 'x' ? 'y' : 'x',
    places: [typed.p1, typed.p2],
    readings: [typed.r1, typed.r2],
    answer,
  }
}

function ball({ draft, figures, tip }: Filled): Made {
  const typed = figures('floor', 'a', 'b', 'length')
  if (!typed || tip === undefined) return undefined
  return {
    kind: 'ball',
    axis: draft.over,
    tip,
    floor: typed.floor,
    wall: { at: typed.a, towards: draft.wall },
    quill: typed.b,
    toolLength: typed.length,
  }
}

const MAKERS: Readonly<Record<FindKind, (filled: Filled) => readonly Made[]>> = {
  edge: (filled) => [edge(filled, filled.first, filled.figures('a')?.a)],
  corner: (filled) => [
    edge(filled, filled.first, filled.figures('a')?.a),
    edge(filled, filled.second, filled.figures('b')?.b),
  ],
  'both-sides': (filled) => [bothSides(filled)],
  round: (filled) => [round(filled)],
  swung: (filled) => [swung(filled)],
  height: (filled) => [height(filled)],
  slope: (filled) => [slope(filled)],
  ball: (filled) => [ball(filled)],
  stored: () => [],
}
