import { believe, explain, type Explained } from '../../chain/belief'
import { type Result, succeed } from '../../ground/issues'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import {
  anewOf,
  isDrawnAnew,
  joinable,
  type Measured,
  seatedAnew,
  steerable,
  takenOf,
} from '../../predict/measured'
import { suspectsOf } from './candidates'
import { type Group, grouped, sizeOf } from './groups'
import { distinguishing, type Distinguishing } from './parting'
import { type Suspect } from './suspect'

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
  /** It goes when the part is seated and zero found anew in that setup. */
  readonly isSeating: boolean
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

/**
 * What explains what was measured on one piece or several: the one or two causes that do it best.
 *
 * @returns `measured.*` issues when a value names what is not there.
 */
export function diagnose(plan: Plan, measured: Measured): Result<Diagnosis> {
  const pieces = joinable(measured.pieces)
  const way = seatedAnew(steerable(chainOf(plan)), anewOf(pieces))
  const all = takenOf(way.chain, pieces)
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
  const ids = pieces.map(({ id }) => id)
  const causes = groups.map((group) => causeOf(group, suspects, explained, plan, ids))
  const belief = believe(all.value.pieces.sources, observed)
  return succeed({
    isSound,
    sound: explained.sound,
    causes,
    together: togetherOf(groups, suspects, explained),
    distinguish: distinguishing(groups, suspects, explained, all.value, belief, pieces),
  })
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
    isSeating: isDrawnAnew(source),
  }
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
