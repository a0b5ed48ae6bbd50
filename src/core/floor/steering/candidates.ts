import { figuresOf } from '../../chain/variation'
import { isShared, isTouch, steerable, type TakenAll } from '../../predict/measured'
import { numberMistakes, type Shown, tipMistakes } from './mistakes'
import { type Suspect } from './suspect'

/** Everything that may be to blame: every source that was seen, in all pieces or in one, and gross mistakes of a known size. */
export function suspectsOf({ chain, pieces, taken }: TakenAll): readonly Suspect[] {
  const observed = taken.flatMap((one) => one.observed ?? [])
  const { sources } = chain.model.stack
  const { sigma } = figuresOf(sources)
  const patterns = patternsOf(observed.length, pieces.sources.length, observed)
  const placesOf = joinedPlaces(pieces, sources.length)
  const suspects: Suspect[] = []
  sources.forEach((source, i) => {
    if (!(sigma[i] ?? 0) || isTouch(source)) return
    const places = placesOf.get(i) ?? []
    const make = (moves: readonly number[], piece: number | undefined): void => {
      const pattern = sumOf(patterns, moves, observed.length)
      if (pattern)
        suspects.push({
          key: source.key,
          source,
          piece,
          moves,
          mistake: undefined,
          pattern,
          usual: sigma[i] as number,
        })
    }
    make(
      places.map(({ at }) => at),
      undefined,
    )
    if (pieces.count > 1 && !isShared(source)) for (const { at, piece } of places) make([at], piece)
  })
  const shown = (index: number): Shown | undefined => {
    const moves = (placesOf.get(index) ?? []).map(({ at }) => at)
    const pattern = sumOf(patterns, moves, observed.length)
    return pattern && { moves, pattern }
  }
  return [
    ...suspects,
    ...tipMistakes(suspects, chain.plan.setups),
    ...numberMistakes(steerable(chain), shown),
  ]
}

type Pieces = TakenAll['pieces']

/** Where each source of the model stands in the joined list, piece by piece. */
function joinedPlaces(
  pieces: Pieces,
  count: number,
): ReadonlyMap<number, readonly { readonly at: number; readonly piece: number | undefined }[]> {
  const places = new Map<number, { at: number; piece: number | undefined }[]>()
  for (let at = 0; at < pieces.sources.length; at++) {
    const from = pieces.from(at)
    if (!from || from.source >= count) continue
    const before = places.get(from.source)
    if (before) before.push({ at, piece: from.piece })
    else places.set(from.source, [{ at, piece: from.piece }])
  }
  return places
}

/** How each source of the joined list shows in the observations, where it does. */
function patternsOf(
  count: number,
  sources: number,
  observed: readonly {
    readonly form: { readonly indices: Int32Array; readonly coefficients: Float64Array }
  }[],
): readonly (Float64Array | undefined)[] {
  const patterns = new Array<Float64Array | undefined>(sources).fill(undefined)
  observed.forEach(({ form }, o) =>
    form.indices.forEach((index, i) => {
      const pattern = (patterns[index] ??= new Float64Array(count))
      pattern[o] = form.coefficients[i] as number
    }),
  )
  return patterns
}

function sumOf(
  patterns: readonly (Float64Array | undefined)[],
  moves: readonly number[],
  count: number,
): Float64Array | undefined {
  const own = moves.flatMap((at) => patterns[at] ?? [])
  if (own.length === 0) return undefined
  const sum = new Float64Array(count)
  for (const pattern of own) pattern.forEach((value, o) => (sum[o] = (sum[o] as number) + value))
  return sum
}
