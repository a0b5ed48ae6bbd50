import { makeMeasured } from '@/core/floor/steering'
import { findingsOf } from '@/core/foreman/findings'
import { type Result, succeed } from '@/core/ground/issues'
import { checkCsv } from '@/core/paper/formats'
import { checkSheet, pieceState, type RunEntry, stepsOf, withMates } from '@/core/paper/run'
import { type Plan, planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { type ReadValue } from '@/core/predict/measured'
import { predictWay } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { type Practice } from './hidden'

/** What of a way forbids making it. */
export interface Forbidding {
  readonly code: string
  readonly setup?: number
  readonly words: string
}

export function forbiddingOf(
  workshop: Workshop,
  part: Part,
  way: Way,
): Result<readonly Forbidding[]> {
  const findings = findingsOf(predictWay(planWay(workshop, part, way)))
  return succeed(
    findings
      .filter(({ severity }) => severity === 'forbids')
      .map(({ code, rest, setup, what }) => ({
        code,
        ...(setup === undefined ? {} : { setup }),
        words: `${what} ${rest}`,
      })),
  )
}

/** What pieces are made by, and what happened to them. */
export interface MadeBy {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly pieces: number
  readonly entries: readonly RunEntry[]
}

/** The check sheets of all pieces, as a table. */
export function checkTableOf({ entries, part, pieces, way, workshop }: MadeBy): Result<string> {
  const judged = (made: Part) => {
    const prediction = predictWay(planWay(workshop, made, way))
    return { prediction, steps: stepsOf(prediction) }
  }
  const asDrawn = judged(part)
  const sheets = Array.from({ length: pieces }, (_, i) => {
    // Made to a mate of its own, a piece has limits of its own.
    const own = withMates(part, entries, i + 1)
    const { prediction, steps } = own === part ? asDrawn : judged(own)
    return {
      piece: i + 1,
      lines: checkSheet(prediction, steps, pieceState(steps, entries, i + 1)),
    }
  })
  return succeed(checkCsv(sheets, (at) => new Date(at).toISOString()))
}

/** What the stand-in shop reads on a piece, as far as it is made and corrected. */
export function practiceReadingsOf(
  made: MadeBy,
  piece: number,
  practice: Practice,
): Result<readonly ReadValue[]> {
  const { entries, part, way, workshop } = made
  return readingsOn(
    planWay(workshop, withMates(part, entries, piece), way),
    entries,
    piece,
    practice,
  )
}

/** The same of a plan. */
export function readingsOn(
  plan: Plan,
  entries: readonly RunEntry[],
  piece: number,
  practice: Practice,
): Result<readonly ReadValue[]> {
  const prediction = predictWay(plan)
  const { anew, moved, next } = pieceState(stepsOf(prediction), entries, piece)
  // What the setup in hand has cut can be measured in it.
  const setups = next ? next.setupNumber : plan.setups.length
  const found = makeMeasured(plan, {
    faults: new Map(Object.entries(practice.faults)),
    pieces: piece,
    only: piece,
    seed: practice.seed,
    setups,
    moved,
    anew: anew.map(({ at: _at, ...one }) => one),
    inProcess: true,
  })
  if (!found.ok) return found
  const one = found.value[0]
  const read = (one?.values ?? []).flatMap((value) => ('requirement' in value ? [value] : []))
  // What is fitted as a whole has no reading with a sign: the gauge tells how much of the zone is used.
  const zones = prediction.requirements.flatMap(({ requirement }): readonly ReadValue[] => {
    const excess = one?.excess[requirement.id]
    const isRead = read.some((value) => value.requirement === requirement.id)
    if (isRead || excess === undefined || !('tolerance' in requirement)) return []
    // A profile is told as what is used of its whole width.
    const used = requirement.kind === 'profile' ? 2 * excess : excess
    return [{ requirement: requirement.id, value: Math.max(0, requirement.tolerance.mm + used) }]
  })
  return succeed([...read, ...zones])
}
