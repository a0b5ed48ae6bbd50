import { fail, type Result, succeed } from '../../ground/issues'
import {
  type AxisSurface,
  type Part,
  refLabel,
  remainingOutline,
  resolveRef,
  type Surface,
  type Target,
} from '../../work/part'
import { type Datum, type Play } from './datumFrame'
import { ambiguous, hasMiddle, noMiddle } from './targets'

/** The play with which a datum of holes or bosses is taken, after those before it; none where it is taken as it is. */
export type PlayOf = (
  ref: string,
  before: readonly string[],
  axes: readonly Surface[],
) => Result<Play | undefined>

/** What a requirement's datums are, in order. A pattern named whole is one datum of all its holes. */
export function datumsOf(
  part: Part,
  refs: readonly string[],
  surfaces: ReadonlyMap<string, Surface>,
  playOf: PlayOf,
): Result<readonly Datum[]> {
  const datums: Datum[] = []
  let hasPlay = false
  for (const [i, ref] of refs.entries()) {
    const targets = resolveRef(part, ref, surfaces)
    if (!targets.ok) return targets
    const datum = datumOf(part, ref, targets.value)
    if (!datum.ok) return datum
    const axes = axesOf(datum.value)
    const play = playOf(ref, refs.slice(0, i), axes)
    if (!play.ok) return play
    if (hasPlay && !play.value && datum.value.kind === 'pattern') return heldAfterPlay(part, ref)
    hasPlay ||= play.value !== undefined
    datums.push(play.value ? ({ ...datum.value, play: play.value } as Datum) : datum.value)
  }
  return succeed(datums)
}

const axesOf = (datum: Datum): readonly AxisSurface[] =>
  datum.kind === 'axis' ? [datum.axis] : datum.kind === 'pattern' ? datum.axes : []

const heldAfterPlay = (part: Part, ref: string): Result<never> =>
  fail(
    'requirement.held-after-play',
    `${refLabel(part, ref)} is held as it is after a datum with play: a pattern there cannot be judged. Take both at most material, or neither.`,
  )

function datumOf(part: Part, ref: string, targets: readonly Target[]): Result<Datum> {
  const [first] = targets
  if (!first) return fail('requirement.no-datum', 'It names no datum to measure from.')
  if (targets.length > 1) {
    const axes = targets.flatMap((t) =>
      t.kind === 'surface' && t.surface.kind === 'axis' ? [t.surface] : [],
    )
    return axes.length === targets.length
      ? succeed({ kind: 'pattern', axes })
      : ambiguous(part, ref)
  }
  if (first.kind === 'middle') {
    const { first: a, second: b } = first
    if (a.kind === 'axis' && b.kind === 'axis' && hasMiddle(first))
      return succeed({ kind: 'pattern', axes: [a, b] })
    if (a.kind !== 'plane' || b.kind !== 'plane' || !hasMiddle(first)) return noMiddle(part, ref)
    const outlines = [remainingOutline(part, a), remainingOutline(part, b)] as const
    if (outlines.some((o) => o.length === 0)) return gone(part, ref)
    return succeed({ kind: 'middle', planes: [a, b], outlines })
  }
  const { surface } = first
  if (surface.kind === 'axis') return succeed({ kind: 'axis', axis: surface })
  const outline = remainingOutline(part, surface)
  return outline.length === 0
    ? gone(part, ref)
    : succeed({ kind: 'plane', plane: surface, outline })
}

const gone = (part: Part, ref: string): Result<never> =>
  fail(
    'datum.gone',
    `Nothing remains of ${refLabel(part, ref)} once all is cut: it cannot be a datum. Measure before it is cut away, or take another face.`,
  )
