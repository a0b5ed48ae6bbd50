import { seededUniform } from '@/core/chain/variation'
import { type Result, succeed } from '@/core/ground/issues'
import { stepsOf } from '@/core/paper/run'
import { type Plan, planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { readablesOf, steerable } from '@/core/predict/measured'
import { chainOf, compiledFor, predictWay, type WayChain } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { allRequirements, type Part } from '@/core/work/part'
import { loadSolver } from '@/kernel'
import { type Practice } from './hidden'
import { playThrough } from './practicePlay'

/** A hidden fault puts a requirement over what is allowed by so much, in parts of it. */
const HIDDEN = 1.4
/** What a fault at the bench comes to at most: a chip, a jaw out of square. */
const MOST = { mm: 0.2, 'mm/mm': 0.004 } as const
/** So many of those that may do are tried out. */
const MOST_TRIED = 8

interface Fault {
  readonly key: string
  readonly size: number
  /** Something that it moves is measured before all that it spoils is cut. */
  readonly isSeenInTime: boolean
}

/**
 * Hides one fault of those that a person at the machine can make or find, and that matters: tried out beforehand,
 * so that it can be found by what the way measures and the piece be saved, where the way has such a fault.
 *
 * @param exercise - the same number hides the same fault.
 */
export async function hideFault(
  workshop: Workshop,
  part: Part,
  way: Way,
  exercise: number,
): Promise<Result<Practice>> {
  const plan = planWay(workshop, part, way)
  const faults = shuffled(faultsOf(plan), exercise)
  const practiceOf = ({ key, size }: Fault): Practice => ({
    seed: exercise,
    faults: { [key]: size },
  })
  const solve = await loadSolver()
  const tried = faults.filter(({ isSeenInTime }) => isSeenInTime).slice(0, MOST_TRIED)
  let findable: Practice | undefined
  for (const fault of tried) {
    const practice = practiceOf(fault)
    const played = playThrough(plan, practice, solve)
    if (!played.isNamed) continue
    if (played.isSaved) return succeed(practice)
    findable ??= practice
  }
  const [first] = faults
  return succeed(findable ?? (first ? practiceOf(first) : { seed: exercise, faults: {} }))
}

/** Faults at the bench, each as large as puts one requirement well over its limits. */
function faultsOf(plan: Plan): readonly Fault[] {
  const { chain } = steerable(chainOf(plan))
  const machines = new Set(plan.workshop.machines.map(({ name }) => name))
  const { first, spoils } = touchedBy(plan, chain)
  return chain.model.stack.sources.flatMap((source, i): readonly Fault[] => {
    const { contact, gear, key, plusMinus, unit = 'mm' } = source
    const isOfBench =
      contact !== undefined ||
      key.endsWith(', stop') ||
      (gear !== undefined && gear !== 'shop' && !machines.has(gear))
    if (!isOfBench) return []
    const seen = first.get(i) ?? Infinity
    const sized = (spoils.get(i) ?? []).filter(({ size }) => size > plusMinus && size < MOST[unit])
    const later = sized.filter(({ last }) => last > seen)
    const [worst] = [...(later.length > 0 ? later : sized)].sort((a, b) => a.size - b.size)
    return worst ? [{ key, size: worst.size, isSeenInTime: later.length > 0 }] : []
  })
}

interface Spoiled {
  /** How large the source has to be. */
  readonly size: number
  /** The step with the last cut of it. */
  readonly last: number
}

/** For each source: the first step that asks for something that it moves, and what it spoils. */
function touchedBy(
  plan: Plan,
  chain: WayChain,
): {
  readonly first: ReadonlyMap<number, number>
  readonly spoils: ReadonlyMap<number, readonly Spoiled[]>
} {
  const steps = stepsOf(predictWay(plan))
  const askedAt = (requirement: string, name: string): number =>
    steps.findIndex(({ asks }) =>
      asks.some(
        (ask) =>
          ask.hidden === undefined &&
          ask.requirement === requirement &&
          (ask.reading === undefined || ask.reading === name),
      ),
    )
  const cutAt = (id: string): number => {
    const owner = plan.surfaces.get(id)?.owner ?? id
    return steps.findLastIndex(({ cuts }) => cuts?.feature === owner)
  }
  const first = new Map<number, number>()
  const spoils = new Map<number, Spoiled[]>()
  for (const requirement of allRequirements(plan.part)) {
    const allowed = compiledFor(chain, requirement).compiled?.allowed
    if (allowed === undefined) continue
    for (const { form, name, surfaces } of readablesOf(chain, requirement)) {
      const [asked, last] = [askedAt(requirement.id, name), Math.max(...surfaces.map(cutAt))]
      form.indices.forEach((index, i) => {
        const size = (HIDDEN * allowed) / Math.abs(form.coefficients[i] as number)
        spoils.set(index, [...(spoils.get(index) ?? []), { size, last }])
        if (asked >= 0) first.set(index, Math.min(asked, first.get(index) ?? Infinity))
      })
    }
  }
  return { first, spoils }
}

/** In an order that hangs on a number (Fisher and Yates). */
function shuffled<Item>(items: readonly Item[], seed: number): readonly Item[] {
  const uniform = seededUniform(seed)
  const order = [...items]
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(uniform() * (i + 1))
    const [a, b] = [order[i] as Item, order[j] as Item]
    order[i] = b
    order[j] = a
  }
  return order
}
