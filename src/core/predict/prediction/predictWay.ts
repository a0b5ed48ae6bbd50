import {
  allRequirements,
  isSide,
  refLabel,
  type Part,
  type Requirement,
  requirementTitle,
  resolveRef,
  type Surface,
  refsOf,
} from '../../work/part'
import {
  type CompiledMeasure,
  compileMeasure,
  evaluate,
  type Outcome,
  worstBearing,
  type Verdict,
} from '../../chain/variation'
import { type Plan } from '../../plan/planning'
import { bearingsOf } from '../../shop/holding'
import { isThere, type PartState } from '../../work/stock'
import { refsOfPickup } from '../../plan/way'
import { chainOf, type WayChain } from './chain'
import { isHeld } from './held'
import { isWaiting, measureOf } from './measures'

/** ● holds, ◆ near, ▲ short; or not yet to be judged. */
export type Standing = 'holds' | 'near' | 'short' | 'open'

export interface RequirementAnalysis {
  readonly requirement: Requirement
  readonly title: string
  /** Where the location was handed on: setups that cut one of its surfaces, in order. */
  readonly setups: readonly number[]
  readonly standing: Standing
  /** Absent while something is not cut, a setup is not held, or it cannot be measured; `reason` says which. */
  readonly outcome?: Outcome
  readonly compiled?: CompiledMeasure
  readonly reason?: string
  /** Why it cannot be measured as the drawing states it, as an issue's code. */
  readonly refused?: string | undefined
  /** How it was read, where the drawing leaves a choice. */
  readonly read?: string | undefined
}

/** A way with every requirement judged. */
export interface Prediction extends WayChain {
  readonly requirements: readonly RequirementAnalysis[]
}

/** Below this part of what is allowed a margin counts as near (common practice, no source). */
const NEAR = 0.15

const predictions = new WeakMap<Plan, Prediction>()

/**
 * Predicts every requirement of the drawing for a plan, once for each plan. Pure: the same documents give
 * the same answer in the browser, on the server and on the command line.
 */
export function predictWay(plan: Plan): Prediction {
  const known = predictions.get(plan)
  if (known) return known
  const chain = chainOf(plan)
  const requirements = allRequirements(plan.part).map((requirement) => judge(chain, requirement))
  const prediction = { ...chain, requirements }
  predictions.set(plan, prediction)
  return prediction
}

/**
 * Every requirement read over the chain of a plan and none judged: enough for what rules say of a way beside its
 * margins, and to judge those alone that are asked for.
 */
export function readWay(plan: Plan): Prediction {
  const chain = chainOf(plan)
  const requirements = allRequirements(plan.part).map((requirement): RequirementAnalysis => ({
    ...readAs(chain, requirement),
    standing: 'open',
  }))
  return { ...chain, requirements }
}

/** One requirement of a plan, by its id, without predicting the others; undefined where there is none. */
export function predictOne(plan: Plan, id: string): RequirementAnalysis | undefined {
  const known = predictions.get(plan)?.requirements.find((r) => r.requirement.id === id)
  if (known) return known
  const requirement = allRequirements(plan.part).find((r) => r.id === id)
  return requirement && judge(chainOf(plan), requirement)
}

function judge(chain: WayChain, requirement: Requirement): RequirementAnalysis {
  const own = readAs(chain, requirement)
  if (!own.compiled) return { ...own, standing: 'open' }
  const outcome = evaluate(own.compiled, chain.model.stack.sources)
  return { ...own, standing: standingOf(outcome.likely), outcome }
}

/** A requirement with its title and what it reads over a chain. */
function readAs(
  chain: WayChain,
  requirement: Requirement,
): Omit<RequirementAnalysis, 'standing' | 'outcome'> {
  const { owners: _, ...found } = compiledFor(chain, requirement)
  return { requirement, title: requirementTitle(chain.plan.part, requirement), ...found }
}

/** What of a requirement is there before it is judged: its readings over the sources of a chain, or why there are none. */
export type CompiledRequirement = Pick<
  RequirementAnalysis,
  'setups' | 'compiled' | 'reason' | 'refused' | 'read'
> & {
  /** Faces and features that it is of or from. */
  readonly owners: readonly string[]
}

const read = new WeakMap<WayChain, WeakMap<Requirement, CompiledRequirement>>()

/** Reads a requirement over a chain, once. */
export function compiledFor(chain: WayChain, requirement: Requirement): CompiledRequirement {
  const all = read.get(chain) ?? new WeakMap<Requirement, CompiledRequirement>()
  read.set(chain, all)
  const found = all.get(requirement) ?? readOver(chain, requirement)
  all.set(requirement, found)
  return found
}

function readOver(chain: WayChain, requirement: Requirement): CompiledRequirement {
  const { model, plan, stacked } = chain
  const { part, states, surfaces } = plan
  const owners = refsOf(requirement).flatMap((ref) => ownersOf(part, ref, surfaces))
  const cut: PartState['cut'] = states[states.length - 1]?.cut ?? new Map()
  const setups = [...new Set(owners.flatMap((owner) => cut.get(owner)?.setup ?? []))].sort(
    (a, b) => a - b,
  )
  const open = (reason: string): CompiledRequirement => ({ owners, setups, reason })
  const measure = measureOf(part, requirement, surfaces, model)
  if (!measure.ok) {
    const { code, sentence } = measure.issues[0]
    if (!isWaiting(code) || owners.every((owner) => cut.has(owner)))
      return { ...open(sentence), refused: code }
  }
  const missing = owners.find(
    (owner) => !cut.has(owner) && (!isSide(owner) || part.faces[owner].toCut),
  )
  if (missing || !measure.ok) return open('not cut yet')
  const rough = owners.find((owner) => cut.get(owner)?.pass === 'rough')
  if (rough) return open(`${refLabel(part, rough)} is only roughed so far`)
  const last = Math.max(-1, ...setups)
  const loose = stacked.locating.findIndex((_, i) => i <= last && !isHeld(chain, i))
  if (loose >= 0) return open(`setup ${loose + 1} does not hold the part still`)
  const absent = notThere(plan, last)
  if (absent) return open(absent)
  const { sources } = model.stack
  const compiled = worstBearing(
    compileMeasure(measure.value.measure, stacked.surfaces, sources, 6 * stacked.bearings.length),
    stacked.bearings,
    sources,
  )
  return { owners, setups, read: measure.value.read, compiled }
}

/** Something that a setup stands on or finds zero on but that is not there yet, in words. */
function notThere({ part, setups, surfaces }: Plan, last: number): string | undefined {
  for (const [i, { before, contacts, setup }] of setups.slice(0, last + 1).entries()) {
    const isFound = (ref: string): boolean => {
      const owner = surfaces.get(ref)?.owner
      return owner !== undefined && (isSide(owner) || isThere(part, before, owner))
    }
    const { turn, x, y, z } = setup.zero
    const touched = [...[x, y, z].flatMap(refsOfPickup), ...(turn ? [turn.surface] : [])]
    const zero = touched.find((ref) => !isFound(ref))
    if (zero !== undefined)
      return `setup ${i + 1} finds zero on ${refLabel(part, zero)}, which is not there yet`
    const stood = contacts
      .flatMap(bearingsOf)
      .find((c) => c.called === undefined && !isFound(c.surface))
    if (stood)
      return `setup ${i + 1} stands on ${refLabel(part, stood.surface)}, which is not there yet`
  }
  return undefined
}

export function standingOf({ allowed, margin }: Verdict): Standing {
  if (margin < 0) return 'short'
  return margin < NEAR * allowed ? 'near' : 'holds'
}

/** The faces and features whose cutting settles a reference. */
function ownersOf(
  part: Part,
  ref: string,
  surfaces: ReadonlyMap<string, Surface>,
): readonly string[] {
  const found = resolveRef(part, ref, surfaces)
  if (!found.ok) return []
  return [
    ...new Set(
      found.value.flatMap((t) =>
        t.kind === 'surface' ? [t.surface.owner] : [t.first.owner, t.second.owner],
      ),
    ),
  ]
}

/** The tightest requirement of a way and how many are short: its verdict in one line. */
export function wayVerdict({ requirements }: Prediction): {
  readonly short: number
  readonly open: number
  readonly tightest: RequirementAnalysis | undefined
} {
  const judged = requirements.filter((r) => r.outcome)
  const relative = (r: RequirementAnalysis): number =>
    r.outcome ? r.outcome.likely.margin / r.outcome.likely.allowed : Infinity
  return {
    short: judged.filter((r) => r.standing === 'short').length,
    open: requirements.length - judged.length,
    tightest: [...judged].sort((a, b) => relative(a) - relative(b))[0],
  }
}
