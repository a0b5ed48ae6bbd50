import { type Candidate } from '../../chain/belief'
import { figuresOf, type NamedSource } from '../../chain/variation'
import { type Axis } from '../../ground/geometry'
import { isShared, isTouch, type TakenAll } from '../../predict/measured'
import { type PlannedSetup } from '../../plan/planning'

/** Something that may be to blame for what was measured. */
export interface Suspect extends Candidate {
  /** That of its source, with what is special about it. */
  readonly key: string
  readonly source: NamedSource
  /** The piece that it is only in, from 0; in all of them when undefined. */
  readonly piece: number | undefined
  /** A gross mistake in words, where it is one. */
  readonly mistake: string | undefined
  /** The sources of the joined pieces that it moves. */
  readonly moves: readonly number[]
}

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
  return [...suspects, ...mistakesAmong(suspects, chain.plan.setups)]
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

const AXES: readonly Axis[] = ['x', 'y', 'z']

/** Mistakes whose size is known: half or all of the tip forgotten, or added the wrong way. */
function mistakesAmong(suspects: readonly Suspect[], setups: readonly PlannedSetup[]): Suspect[] {
  return setups.flatMap((planned, i) =>
    AXES.flatMap((axis): Suspect[] => {
      const how = planned.setup.zero[axis]
      if (how.kind !== 'edge' && how.kind !== 'height') return []
      const instrument = planned.workshop.instruments.find(({ id }) => id === how.instrument)
      const tip = instrument?.tip
      const touch = suspects.find(({ key }) => key === `at ${planned.id}, zero ${axis} touch 0`)
      if (tip === undefined || !touch || !instrument) return []
      const name = instrument.name.toLowerCase()
      // A height is set by the whole of a feeler; an edge by half of a tip.
      const part = how.kind === 'height' ? 1 : 0.5
      return [part, -part, 2 * part, -2 * part].map((share): Suspect => ({
        ...touch,
        key: `${touch.key}, tip ${share}`,
        known: share * tip,
        mistake: `${TIP_WORDS[Math.abs(share)] ?? ''} of the ${name} ${Math.abs(share) > part ? 'counted the wrong way' : 'forgotten'} in ${axis.toUpperCase()}, setup ${i + 1}`,
      }))
    }),
  )
}

const TIP_WORDS: Readonly<Record<number, string>> = {
  0.5: 'half the tip',
  1: 'the whole tip',
  2: 'twice the thickness',
}
