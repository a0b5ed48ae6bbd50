import { type Observed } from '../belief'
import { figuresOf, type NamedSource } from '../variation'

/** What was measured of one piece, over the sources of its way. */
export interface LearningPiece {
  /** Pieces of a batch with the same layout were measured in the same places with the same instruments. */
  readonly layout: string
  readonly observed: readonly Observed[]
  /** The sources with what was moved on purpose in this piece. */
  readonly sources: readonly NamedSource[]
}

/** Pieces made by one way, in one workshop as it was then. */
export interface Batch {
  readonly pieces: readonly LearningPiece[]
  /** Whether a source is the same in all its pieces. */
  readonly isShared: (source: NamedSource) => boolean
  /** A figure as the book had it then, in parts of what the book says now. */
  readonly bookThen: (path: string) => number
}

/** A symmetric matrix or a product of such, row by row. */
export type Square = Float64Array

/** How the values of a layout are spread, taken apart by figure. */
export interface Layout {
  /** How many values. */
  readonly size: number
  /** What does not hang on any figure that is learnt. */
  readonly fixed: Square
  /** By figure: the spread as the book has it now, and how far the mean goes with it. */
  readonly parts: readonly {
    readonly figure: number
    readonly spread: Square
    readonly mean: Float64Array
    /** Some of it is drawn on one side only. */
    readonly isOneSided: boolean
  }[]
  /** One sigma of each shared source of the batch in each value. */
  readonly shared: readonly Float64Array[]
  /** Of each piece: what was measured less what was expected by the book as it is now. */
  readonly off: readonly Float64Array[]
  /** Places of the pieces in the batch. */
  readonly places: readonly number[]
}

/** A batch by its layouts. */
export interface Laid {
  readonly layouts: readonly Layout[]
  /** Places of its shared sources among the sources. */
  readonly shared: readonly number[]
  readonly sources: readonly NamedSource[]
}

/** The figures that something measured hangs on, by their paths. */
export function figuresUnder(batches: readonly Batch[]): readonly string[] {
  const paths = new Set<string>()
  for (const { isShared, pieces } of batches)
    for (const { observed, sources } of pieces)
      for (const { form } of observed)
        for (const index of form.indices) {
          const source = sources[index]
          if (source?.figure && !isShared(source)) paths.add(source.figure.path)
        }
  return [...paths].sort()
}

/** Takes a batch apart: by layout, and within it by figure. */
export function layOut(
  { bookThen, isShared, pieces }: Batch,
  figureOf: ReadonlyMap<string, number>,
): Laid {
  const sources = pieces[0]?.sources ?? []
  const shared = new Set<number>()
  for (const { observed } of pieces)
    for (const { form } of observed)
      for (const index of form.indices) {
        const source = sources[index]
        if (source && isShared(source)) shared.add(index)
      }
  const places = [...shared].sort((a, b) => a - b)
  const groups = new Map<string, number[]>()
  pieces.forEach(({ layout }, p) => groups.set(layout, [...(groups.get(layout) ?? []), p]))
  const layouts = [...groups.values()].map((own): Layout => {
    const all = own.map((p) => pieces[p] as LearningPiece)
    const first = all[0] as LearningPiece
    return {
      ...takenApart(first, shared, bookThen, figureOf),
      shared: places.map((index) => columnOf(first, index)),
      off: all.map((one) => offOf(one, bookThen)),
      places: own,
    }
  })
  return { layouts, shared: places, sources }
}

/** A source as the book has its figure now, in parts of what it was then. */
const nowOf = ({ figure }: NamedSource, bookThen: Batch['bookThen']): number => {
  const then = figure ? bookThen(figure.path) : 1
  return then > 0 ? 1 / then : 1
}

function takenApart(
  { observed, sources }: LearningPiece,
  shared: ReadonlySet<number>,
  bookThen: Batch['bookThen'],
  figureOf: ReadonlyMap<string, number>,
): Pick<Layout, 'fixed' | 'parts' | 'size'> {
  const size = observed.length
  const { mean, sigma } = figuresOf(sources)
  const fixed = new Float64Array(size * size)
  observed.forEach(({ sigma: own }, o) => (fixed[o * size + o] = own * own))
  const parts = new Map<number, { spread: Square; mean: Float64Array; isOneSided: boolean }>()
  const columns = columnsOf(observed)
  for (const [index, column] of columns) {
    const source = sources[index]
    if (!source || shared.has(index)) continue
    const square = (sigma[index] ?? 0) ** 2
    const figure = source.figure && figureOf.get(source.figure.path)
    const share = figure === undefined ? 0 : (source.figure?.share ?? 0)
    if (share < 1) addOuter(fixed, column, square * (1 - share))
    if (figure === undefined || share === 0) continue
    const part = parts.get(figure) ?? {
      spread: new Float64Array(size * size),
      mean: new Float64Array(size),
      isOneSided: false,
    }
    parts.set(figure, part)
    const now = nowOf(source, bookThen)
    addOuter(part.spread, column, square * share * now * now)
    // One that is one-sided lies the further off on the mean, the wider it is.
    const moves = ((mean[index] ?? 0) - source.offset) * share * now
    if (source.distribution !== 'one-sided') continue
    part.isOneSided = true
    for (let o = 0; o < size; o++)
      part.mean[o] = (part.mean[o] as number) + moves * (column[o] as number)
  }
  return { size, fixed, parts: Array.from(parts, ([figure, part]) => ({ figure, ...part })) }
}

/** How each source goes into the values. */
function columnsOf(observed: readonly Observed[]): ReadonlyMap<number, Float64Array> {
  const columns = new Map<number, Float64Array>()
  observed.forEach(({ form }, o) =>
    form.indices.forEach((index, i) => {
      const column = columns.get(index) ?? new Float64Array(observed.length)
      columns.set(index, column)
      column[o] = form.coefficients[i] as number
    }),
  )
  return columns
}

function columnOf({ observed, sources }: LearningPiece, index: number): Float64Array {
  const { sigma } = figuresOf(sources)
  return Float64Array.from(observed, ({ form }) => {
    const at = form.indices.indexOf(index)
    return at < 0 ? 0 : (form.coefficients[at] as number) * (sigma[index] as number)
  })
}

/** What was measured less what was expected, with one-sided figures as the book has them now. */
function offOf({ observed, sources }: LearningPiece, bookThen: Batch['bookThen']): Float64Array {
  const { mean } = figuresOf(sources)
  return Float64Array.from(observed, ({ form, value }) =>
    form.indices.reduce((left, index, i) => {
      const source = sources[index] as NamedSource
      const spreads = (mean[index] ?? 0) - source.offset
      const now = source.offset + spreads * nowOf(source, bookThen)
      return left - (form.coefficients[i] as number) * now
    }, value),
  )
}

function addOuter(square: Square, column: Float64Array, by: number): void {
  const size = column.length
  for (let i = 0; i < size; i++) {
    const scaled = by * (column[i] as number)
    if (scaled === 0) continue
    for (let j = 0; j < size; j++)
      square[i * size + j] = (square[i * size + j] as number) + scaled * (column[j] as number)
  }
}
