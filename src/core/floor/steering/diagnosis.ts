import { believe, type Belief, explain, type Explained } from '../../chain/belief'
import { type Result, succeed } from '../../ground/issues'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import {
  type Measured,
  type Readable,
  steerable,
  type TakenAll,
  takenOf,
} from '../../predict/measured'
import { suspectsOf } from './candidates'
import { type Suspect } from './suspect'
import { readableNow } from './nextMeasurement'
import { progressOf } from './state'

/** A cause as it is named: what shows the same in everything that was measured counts as one. */
export interface Cause {
  readonly key: string
  /** Others that would show the same. */
  readonly also: readonly string[]
  readonly words: string
  /** In its unit, with its sign. */
  readonly size: number
  /** Three sigma of the size, same unit. */
  readonly plusMinus: number
  readonly unit: 'mm' | 'mm/mm'
  readonly probability: number
  /** The piece that it is only in, by its id. */
  readonly piece: string | undefined
  /** What to do about it. */
  readonly remedy: string
  /** What a picture lights. */
  readonly lights: readonly string[]
  readonly setup: string | undefined
}

/** What would part two causes. */
export interface Distinguishing {
  readonly between: readonly [string, string]
  readonly words: string
  readonly requirement: string | undefined
  readonly reading: string | undefined
}

export interface Diagnosis {
  /** Whether what was measured is what a sound shop would give. */
  readonly isSound: boolean
  /** How probable that is. */
  readonly sound: number
  /** The likeliest first; none where nothing is wrong. */
  readonly causes: readonly Cause[]
  /** Causes that go together, the likeliest first, by their keys: one, or two. */
  readonly together: readonly { readonly keys: readonly string[]; readonly probability: number }[]
  readonly distinguish: readonly Distinguishing[]
}

/** Below this probability that all is well a cause is named (no source: chosen so that sound pieces are left alone). */
const SOUND = 0.5
/** Two that differ by less than so many standard deviations in all that was measured are not told apart. */
const APART = 2
/** However little was seen of them: what is less alike than this is not the same. */
const ALIKE = 0.85
const MOST_CAUSES = 6
/** A cause is told from this probability on. */
const TOLD = 0.02

/**
 * What explains what was measured on one piece or several: the one or two causes that do it best.
 *
 * @returns `measured.*` issues when a value names what is not there.
 */
export function diagnose(plan: Plan, measured: Measured): Result<Diagnosis> {
  const way = steerable(chainOf(plan))
  const all = takenOf(way.chain, measured.pieces)
  if (!all.ok) return all
  const observed = all.value.taken.flatMap((one) => one.observed ?? [])
  if (observed.length === 0)
    return succeed({ isSound: true, sound: 1, causes: [], together: [], distinguish: [] })
  const suspects = suspectsOf(all.value)
  const explained = explain(all.value.pieces.sources, observed, suspects)
  const isSound = explained.sound >= SOUND
  if (isSound)
    return succeed({ isSound, sound: explained.sound, causes: [], together: [], distinguish: [] })
  const groups = grouped(suspects, explained)
  const ids = measured.pieces.map(({ id }) => id)
  const causes = groups.map((group) => causeOf(group, suspects, explained, plan, ids))
  const belief = believe(all.value.pieces.sources, observed)
  return succeed({
    isSound,
    sound: explained.sound,
    causes,
    together: togetherOf(groups, suspects, explained),
    distinguish: distinguishing(groups, causes, suspects, explained, all.value, belief, measured),
  })
}

interface Group {
  /** Suspects by their numbers, the likeliest first. */
  readonly members: readonly number[]
  readonly probability: number
}

/** Suspects that show the same, as one; the likeliest group first. */
function grouped(suspects: readonly Suspect[], explained: Explained): readonly Group[] {
  const { alike, blame } = explained
  const order = Array.from(suspects.keys()).sort(
    (a, b) => (blame[b] as number) - (blame[a] as number),
  )
  const taken = new Set<number>()
  const groups: Group[] = []
  for (const lead of order) {
    if (groups.length >= MOST_CAUSES) break
    if (taken.has(lead) || (blame[lead] as number) === 0) continue
    // How many standard deviations of it there are, and how much of that another would leave unexplained.
    const seen = Math.abs(sizeOf(lead, explained)) / (explained.sigma[lead] as number)
    const members = order.filter((j) => {
      const like = Math.abs(alike(lead, j))
      return (
        !taken.has(j) &&
        (j === lead || (like > ALIKE && seen * Math.sqrt(Math.max(0, 1 - like * like)) < APART))
      )
    })
    for (const j of members) taken.add(j)
    const probability = members.reduce((sum, j) => sum + (blame[j] as number), 0)
    groups.push({ members, probability: Math.min(1, probability) })
  }
  return groups
    .sort((a, b) => b.probability - a.probability)
    .filter(({ probability }, i) => i === 0 || probability > TOLD)
}

/** Explanations in terms of the groups. */
function togetherOf(
  groups: readonly Group[],
  suspects: readonly Suspect[],
  { explanations }: Explained,
): Diagnosis['together'] {
  const groupOf = new Map(groups.flatMap((group, g) => group.members.map((j) => [j, g] as const)))
  const sums = new Map<string, { keys: readonly string[]; probability: number }>()
  for (const { of, probability } of explanations) {
    const own = of.map((j) => groupOf.get(j))
    if (own.length === 0 || own.some((g) => g === undefined)) continue
    const places = [...new Set(own as number[])].sort((a, b) => a - b)
    const keys = places.map((g) => suspects[groups[g]?.members[0] ?? 0]?.key ?? '')
    const mark = places.join(' ')
    const before = sums.get(mark)?.probability ?? 0
    sums.set(mark, { keys, probability: before + probability })
  }
  return [...sums.values()].sort((a, b) => b.probability - a.probability).slice(0, 5)
}

function causeOf(
  { members, probability }: Group,
  suspects: readonly Suspect[],
  explained: Explained,
  plan: Plan,
  ids: readonly string[],
): Cause {
  const lead = members[0] as number
  const suspect = suspects[lead] as Suspect
  const { piece, source } = suspect
  const size = sizeOf(lead, explained)
  const plusMinus = suspect.known === undefined ? 3 * (explained.sigma[lead] as number) : 0
  const others = [...new Set(members.slice(1).map((j) => suspects[j]?.key ?? ''))]
  return {
    key: suspect.key,
    also: others.filter((key) => key !== suspect.key),
    words:
      wordsOf(suspect, size, plan) +
      (piece === undefined || ids.length < 2 ? '' : `, piece ${ids[piece] ?? ''} only`),
    size,
    plusMinus,
    unit: source.unit ?? 'mm',
    probability,
    piece: piece === undefined || ids.length < 2 ? undefined : ids[piece],
    remedy: suspect.mistake?.remedy ?? source.remedy ?? '',
    lights: source.lights ?? [],
    setup: source.setup,
  }
}

/** A suspect's size in the likeliest explanation that has it. */
function sizeOf(suspect: number, { explanations }: Explained): number {
  const best = explanations.find(({ of }) => of.includes(suspect))
  return best?.sizes[best.of.indexOf(suspect)] ?? 0
}

/** So many times its usual size something under a contact is no seating any more (common practice, no source). */
const CHIP = 3

/** A cause in shop words: how much, of what, where. */
export function wordsOf({ mistake, source }: Suspect, size: number, plan: Plan): string {
  const much = source.unit === 'mm/mm' ? `${figure(size * 100)} in 100` : `${figure(size)}`
  if (mistake) return `${mistake.words} (${much})`
  const planned = plan.setups.find(({ id }) => id === source.setup)
  const where = planned ? ` in setup ${planned.index + 1}` : ''
  if (source.contact !== undefined && planned && size > (CHIP * source.plusMinus) / 3)
    return `${much} ${underContact(planned, source.contact)}${where}: a chip, a burr, or not seated`
  return `${source.cause} by ${much}${where}`
}

const figure = (value: number): string => `${value < 0 ? '−' : ''}${Math.abs(value).toFixed(3)}`

/** "under the left-hand rest", "at the right-hand of the fixed jaw". */
function underContact({ contacts, standing }: PlannedSetup, id: string): string {
  const contact = contacts.find((one) => one.id === id)
  if (!contact) return 'under the part'
  const { high, low } = standing
  const { role } = contact
  const { x, y, z } = contact.inSetup
  const [middleX, middleY, middleZ] = [
    (low.x + high.x) / 2,
    (low.y + high.y) / 2,
    (low.z + high.z) / 2,
  ]
  const side =
    Math.abs(x - middleX) < 0.05 * (high.x - low.x)
      ? 'in the middle'
      : x < middleX
        ? 'on the left'
        : 'on the right'
  const along =
    role === 'rest'
      ? y < middleY
        ? ', front'
        : ', back'
      : role === 'guide'
        ? z < middleZ
          ? ', low'
          : ', high'
        : ''
  return `${standing.words.roles[role].onto}, ${side}${along}`
}

/** For the likeliest two causes, what would part them. */
function distinguishing(
  groups: readonly Group[],
  causes: readonly Cause[],
  suspects: readonly Suspect[],
  explained: Explained,
  all: TakenAll,
  belief: Belief,
  measured: Measured,
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
    found.push(partedBy([a, b], suspects, explained, all, belief, measured))
  }
  return causes.length === 0 ? [] : found
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
  measured: Measured,
): Distinguishing {
  const [one, other] = [suspects[a] as Suspect, suspects[b] as Suspect]
  const [sizeA, sizeB] = [sizeOf(a, explained), alikeSize(a, b, explained)]
  const way = steerable(chainOf(all.chain.plan))
  let best:
    | {
        readonly readable: Readable
        readonly title: string
        readonly by: number
        readonly mm: number
      }
    | undefined
  measured.pieces.forEach((told, piece) => {
    const progress = progressOf(all, told, piece)
    for (const { readable, title } of readableNow({ all, way, piece, progress })) {
      const form = all.pieces.of(readable.form, piece)
      const weights = belief.weights(form)
      const shown = ({ moves, pattern }: Suspect): number =>
        coefficientOf(form, moves) - weights.reduce((sum, w, o) => sum + w * (pattern[o] ?? 0), 0)
      const mm = sizeA * shown(one) - sizeB * shown(other)
      const by = Math.abs(mm) / Math.hypot(belief.of(form).sigma, USUAL_SIGMA_MM, readable.own)
      if (!best || by > best.by) best = { readable, title, by, mm }
    }
  })
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
