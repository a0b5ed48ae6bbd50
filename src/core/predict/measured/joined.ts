import { type Observed } from '../../chain/belief'
import { type NamedSource, type Sparse, sparseFrom } from '../../chain/variation'

/** An observation with the piece that it is of, and its place among what was measured there. */
export interface PieceObserved extends Observed {
  readonly piece: number
  readonly place: number
}

/**
 * The sources of several pieces made by one way: what belongs to the gear is the same in all of them, what
 * belongs to a setup or to the stock is drawn anew for each; and for each piece how its points were aligned.
 */
export interface Pieces {
  readonly sources: readonly NamedSource[]
  readonly count: number
  /** A form of the model as that of one piece, from 0. */
  readonly of: (form: Sparse, piece: number) => Sparse
  /** Which source of the model one of the joined list is, and of which piece; undefined for an alignment. */
  readonly from: (
    joined: number,
  ) => { readonly source: number; readonly piece: number | undefined } | undefined
  /** The first of the six sources by which a piece's points are aligned. */
  readonly aligned: (piece: number) => number
}

/** Whether a source is drawn once for all pieces. */
export const isShared = ({ gear, setup }: NamedSource): boolean =>
  gear !== undefined && setup === undefined

/** Shifts and turns of an alignment that nothing is known of, ± mm and ± rad. */
const ANY_SHIFT_MM = 30
const ANY_TURN_RAD = 0.3

/** @param movedBy - by how much a source was moved on purpose in a piece, in its own unit. */
export function piecesOf(
  sources: readonly NamedSource[],
  count: number,
  movedBy: (piece: number, key: string) => number = () => 0,
): Pieces {
  const n = sources.length
  const own = sources.flatMap((source, i) => (isShared(source) ? [] : [i]))
  const rank = new Map(own.map((index, k) => [index, k]))
  const later = n + 6 * count
  const alignment = Array.from({ length: 6 * count }, (_, k): NamedSource => ({
    key: `alignment ${Math.floor(k / 6)} ${k % 6}`,
    cause: 'how the points were aligned',
    link: 'alignment',
    distribution: 'normal',
    offset: 0,
    plusMinus: k % 6 < 3 ? ANY_TURN_RAD : ANY_SHIFT_MM,
  }))
  const moved = (source: NamedSource, piece: number): NamedSource => {
    const by = movedBy(piece, source.key)
    return by === 0 ? source : { ...source, offset: source.offset + by }
  }
  const copies = Array.from({ length: Math.max(0, count - 1) }, (_, p) =>
    own.map((index) => moved(sources[index] as NamedSource, p + 1)),
  ).flat()
  const placeIn = (index: number, piece: number): number => {
    const k = rank.get(index)
    return piece === 0 || k === undefined ? index : later + (piece - 1) * own.length + k
  }
  return {
    sources: [...sources.map((source) => moved(source, 0)), ...alignment, ...copies],
    count,
    of: (form, piece) =>
      piece === 0
        ? form
        : sparseFrom(
            Array.from(form.indices, (index, i): [number, number] => [
              placeIn(index, piece),
              form.coefficients[i] as number,
            ]).sort(([a], [b]) => a - b),
          ),
    from: (joined) => {
      if (joined < n)
        return { source: joined, piece: isShared(sources[joined] as NamedSource) ? undefined : 0 }
      if (joined < later) return undefined
      const k = joined - later
      return { source: own[k % own.length] as number, piece: 1 + Math.floor(k / own.length) }
    },
    aligned: (piece) => n + 6 * piece,
  }
}
