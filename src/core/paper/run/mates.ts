import { type Mate, mateLimits, type Part, type Requirement } from '../../work/part'
import { type BodyOf, type RunEntry, standing } from './log'

/** A size that is made to what was measured of another part. */
export type MatedSize = Extract<Requirement, { kind: 'size' | 'distance' }> & {
  readonly mate: Mate
}

/** The sizes of a part that are made to a mate. */
export const matedSizes = (part: Part): readonly MatedSize[] =>
  part.requirements.flatMap((one) =>
    (one.kind === 'size' || one.kind === 'distance') && one.mate
      ? [{ ...one, mate: one.mate }]
      : [],
  )

/** What of the other part was measured for one piece, the last of each size. */
export const matesMeasured = (
  entries: readonly RunEntry[],
  piece: number,
): ReadonlyMap<string, BodyOf<'mate'>> =>
  new Map(
    standing(entries, piece).flatMap(({ body }) =>
      body.kind === 'mate' ? [[body.requirement, body] as const] : [],
    ),
  )

/** A mate as it was measured for a piece. */
export const measuredAs = (
  mate: Mate,
  { measured, plusMinus }: Pick<BodyOf<'mate'>, 'measured' | 'plusMinus'>,
): Mate => ({
  ...mate,
  measured: { mm: measured },
  ...(plusMinus !== undefined && { plusMinus: { mm: plusMinus } }),
})

/** Whether what was measured leaves anything between the limits of a size. */
export function leavesRoom(part: Part, size: MatedSize, body: BodyOf<'mate'>): boolean {
  const limits = mateLimits(part, size, measuredAs(size.mate, body))
  return limits !== undefined && limits.plus > limits.minus
}

/** The part as one piece of it is to be made: to the mate that was measured for that piece; the same object where none was. */
export function withMates(part: Part, entries: readonly RunEntry[], piece: number): Part {
  const measured = matesMeasured(entries, piece)
  if (measured.size === 0) return part
  return {
    ...part,
    requirements: part.requirements.map((one): Requirement => {
      const body = measured.get(one.id)
      return body && (one.kind === 'size' || one.kind === 'distance') && one.mate
        ? { ...one, mate: measuredAs(one.mate, body) }
        : one
    }),
  }
}
