import { fail, type Result, succeed } from '../issues'
import {
  type Part,
  refLabel,
  remainingOutline,
  resolveRef,
  type Surface,
  type Target,
} from '../part'
import { type Datum } from './datumFrame'
import { ambiguous, hasMiddle, noMiddle } from './targets'

/** What a requirement's datums are, in order. A pattern named whole is one datum of all its holes. */
export function datumsOf(
  part: Part,
  refs: readonly string[],
  surfaces: ReadonlyMap<string, Surface>,
): Result<readonly Datum[]> {
  const datums: Datum[] = []
  for (const ref of refs) {
    const targets = resolveRef(part, ref, surfaces)
    if (!targets.ok) return targets
    const datum = datumOf(part, ref, targets.value)
    if (!datum.ok) return datum
    datums.push(datum.value)
  }
  return succeed(datums)
}

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
