import { type Belief, type Explained } from '../../chain/belief'
import { type Sparse } from '../../chain/variation'
import { type MeasuredPiece, type Readable, steerable, type TakenAll } from '../../predict/measured'
import { type Group, sizeOf } from './groups'
import { readableNow } from './nextMeasurement'
import { progressOf } from './state'
import { type Suspect } from './suspect'

/** What would part two causes. */
export interface Distinguishing {
  readonly between: readonly [string, string]
  readonly words: string
  readonly requirement: string | undefined
  readonly reading: string | undefined
}

/** For the likeliest two causes, what would part them. */
export function distinguishing(
  groups: readonly Group[],
  suspects: readonly Suspect[],
  explained: Explained,
  all: TakenAll,
  belief: Belief,
  pieces: readonly MeasuredPiece[],
): readonly Distinguishing[] {
  const found: Distinguishing[] = []
  const pairs: (readonly [number, number])[] = []
  const [first, second] = groups
  const rivals = (first?.members ?? []).slice(1, 3)
  if (first && second && second.probability > 0.1)
    pairs.push([first.members[0] as number, second.members[0] as number])
  for (const rival of rivals) pairs.push([first?.members[0] as number, rival])
  for (const [a, b] of pairs) {
    const [one, other] = [suspects[a], suspects[b]]
    if (!one || !other || one.key === other.key) continue
    found.push(partedBy([a, b], suspects, explained, all, belief, pieces))
  }
  return found
}

/** A reading that would differ between two causes. */
interface Parting {
  readonly readable: Readable
  readonly title: string
  readonly form: Sparse
  /** By how much it differs, mm. */
  readonly mm: number
  /** What it would be known to, were nothing else in it, one sigma, mm. */
  readonly known: number
}

/** So many readings are looked at closely, of those that may part two causes best. */
const LOOKED_AT = 100

/** The reading that differs by the most sigma; what is in it besides is asked only of those that may be. */
function bestParting(
  found: readonly Parting[],
  belief: Belief,
): (Parting & { readonly by: number }) | undefined {
  const most = ({ known, mm }: Parting): number => Math.abs(mm) / known
  let best: (Parting & { readonly by: number }) | undefined
  for (const one of [...found].sort((a, b) => most(b) - most(a)).slice(0, LOOKED_AT)) {
    if (best && most(one) <= best.by) break
    const by = Math.abs(one.mm) / Math.hypot(belief.of(one.form).sigma, one.known)
    if (!best || by > best.by) best = { ...one, by }
  }
  return best
}

/** A reading is worth taking where the two causes differ in it by so many sigma. */
const PARTS = 2
const USUAL_SIGMA_MM = 0.005 / 3

function partedBy(
  [a, b]: readonly [number, number],
  suspects: readonly Suspect[],
  explained: Explained,
  all: TakenAll,
  belief: Belief,
  pieces: readonly MeasuredPiece[],
): Distinguishing {
  const [one, other] = [suspects[a] as Suspect, suspects[b] as Suspect]
  const [sizeA, sizeB] = [sizeOf(a, explained), alikeSize(a, b, explained)]
  const way = steerable(all.chain)
  const [ofOne, ofOther] = [one, other].map(({ pattern }) => belief.partOf(pattern))
  const found: Parting[] = pieces.flatMap((told, piece) => {
    const progress = progressOf(all, told, piece)
    return readableNow({ all, way, piece, progress }).map(({ readable, title }): Parting => {
      const form = all.pieces.of(readable.form, piece)
      const mm =
        sizeA * (coefficientOf(form, one.moves) - (ofOne?.(form) ?? 0)) -
        sizeB * (coefficientOf(form, other.moves) - (ofOther?.(form) ?? 0))
      return { readable, title, form, mm, known: Math.hypot(USUAL_SIGMA_MM, readable.own) }
    })
  })
  const best = bestParting(found, belief)
  const between: readonly [string, string] = [one.key, other.key]
  if (best && best.by > PARTS) {
    const { mm, readable, title } = best
    const where = readable.words === '' ? title : `${title}, ${readable.words}`
    return {
      between,
      words: `Measure ${where}: it differs by ${Math.abs(mm).toFixed(3)} between the two.`,
      requirement: readable.requirement,
      reading: readable.name,
    }
  }
  const look = one.source.setup === other.source.setup ? other : one
  return {
    between,
    words: `Nothing on the piece parts it from “${(look === one ? other : one).source.cause}”. Look at it itself: ${look.source.cause}.${look.source.remedy ? ` ${look.source.remedy}` : ''}`,
    requirement: undefined,
    reading: undefined,
  }
}

/** The size at which another shows as much as the first does. */
const alikeSize = (a: number, b: number, explained: Explained): number =>
  sizeOf(b, explained) ||
  (sizeOf(a, explained) * (explained.sigma[b] as number)) / (explained.sigma[a] as number)

function coefficientOf(
  form: { readonly indices: Int32Array; readonly coefficients: Float64Array },
  moves: readonly number[],
): number {
  let sum = 0
  form.indices.forEach((index, i) => {
    if (moves.includes(index)) sum += form.coefficients[i] as number
  })
  return sum
}
