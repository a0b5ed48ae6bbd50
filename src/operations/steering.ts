import { z } from 'zod'
import {
  diagnose,
  type Diagnosis,
  type MadePiece,
  makeMeasured,
  type PieceSteered,
  steerPieces,
} from '@/core/floor/steering'
import { type LikelyVerdict, type Verdict } from '@/core/chain/variation'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { readDocumentText } from '@/core/paper/formats'
import { brokenText, schemaIssues } from '@/core/paper/stored'
import { type Plan, planWay } from '@/core/plan/planning'
import { type Measured, MeasuredSchema } from '@/core/predict/measured'
import { loadSolver } from '@/kernel'
import { wayNamed } from './wayNamed'

/** A requirement of a piece as the command line and HTTP tell it: mm, or degrees of an angle. */
interface RequirementTold {
  readonly requirement: string
  readonly title: string
  readonly standing: string
  readonly settled: boolean
  readonly reason?: string
  readonly before?: LikelyVerdict
  readonly after?: Verdict
}

/** One piece with what was measured taken in. */
export interface RunTold {
  readonly piece: string
  readonly done: number
  readonly values: readonly {
    readonly words: string
    readonly value: number
    readonly expected: number
    readonly plusMinus: number
    readonly unit: string
    readonly steers: boolean
    readonly doubt?: string
  }[]
  readonly requirements: readonly RequirementTold[]
  readonly advice: PieceSteered['advice']
  readonly measureNext: PieceSteered['next']
}

/** What was measured on pieces of a document's way: predictions after it, and what to move before the next cut. */
export async function runFile(text: string, measuredText: string): Promise<Result<RunTold[]>> {
  const given = givenIn(text, measuredText)
  if (!given.ok) return given
  const { measured, plan } = given.value
  const steered = steerPieces(plan, measured, await loadSolver())
  return steered.ok ? succeed(steered.value.map(toldOf)) : steered
}

/** What explains it. */
export function diagnoseFile(text: string, measuredText: string): Result<Diagnosis> {
  const given = givenIn(text, measuredText)
  return given.ok ? diagnose(given.value.plan, given.value.measured) : given
}

export const MakingSchema = z.strictObject({
  way: z.string().max(60).optional(),
  faults: z
    .record(z.string().max(200), z.number().min(-1000).max(1000))
    .default({})
    .describe('Sizes by the keys of sources, mm or mm/mm.'),
  pieces: z.int().min(1).max(200).default(1),
  seed: z.int().default(1),
  setups: z.int().min(0).max(40).optional().describe('Only the first so many; all when left out.'),
})
export type MakingAsked = z.infer<typeof MakingSchema>

/** Pieces made by the exact chain with a hidden truth, as they would be measured. */
export function makeFile(
  text: string,
  { faults, pieces, seed, setups, way }: MakingAsked,
): Result<Measured & { readonly truth: readonly Pick<MadePiece, 'id' | 'excess'>[] }> {
  const plan = planIn(text, way)
  if (!plan.ok) return plan
  const made = makeMeasured(plan.value, {
    faults: new Map(Object.entries(faults)),
    pieces,
    seed,
    setups,
  })
  if (!made.ok) return made
  return succeed({
    way: plan.value.way.name,
    pieces: made.value.map(({ done, id, values }) => ({ id, done, values })),
    truth: made.value.map(({ excess, id }) => ({ id, excess })),
  })
}

function planIn(text: string, name: string | undefined): Result<Plan> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  const way = wayNamed(ways, name)
  return way.ok ? succeed(planWay(workshop, part, way.value)) : way
}

/** A plan and what was measured of its pieces, from their texts. */
export function givenIn(
  text: string,
  measuredText: string,
): Result<{ readonly plan: Plan; readonly measured: Measured }> {
  const measured = readMeasured(measuredText)
  if (!measured.ok) return measured
  const plan = planIn(text, measured.value.way)
  return plan.ok ? succeed({ plan: plan.value, measured: measured.value }) : plan
}

/** Measured values from their text; what `make` tells of the truth is left aside. */
function readMeasured(text: string): Result<Measured> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return fail('measured.json', 'The measured values are not JSON.', 'measured')
  }
  const broken = brokenText(value)
  if (broken) return { ok: false, issues: [broken] }
  const { truth: _, ...given } = (typeof value === 'object' && value ? value : {}) as {
    truth?: unknown
  }
  const parsed = MeasuredSchema.safeParse(given)
  if (parsed.success) return succeed(parsed.data)
  const [first, ...rest] = schemaIssues(parsed.error)
  return first
    ? { ok: false, issues: [first, ...rest] }
    : fail('measured.values', 'The measured values are not as they should be.', 'measured')
}

function toldOf({ advice, done, id, next, requirements, values }: PieceSteered): RunTold {
  return {
    piece: id,
    done,
    values: values.map(({ doubt, expected, observed, plusMinus, unit, value, words }) => ({
      words,
      value,
      expected,
      plusMinus,
      unit,
      steers: observed !== undefined,
      ...(doubt && { doubt: doubt.words }),
    })),
    requirements: requirements.map((one): RequirementTold => ({
      requirement: one.requirement.id,
      title: one.title,
      standing: one.standing,
      settled: one.isSettled,
      ...(one.reason === undefined ? {} : { reason: one.reason }),
      ...(one.before && { before: one.before }),
      ...(one.after && { after: one.after }),
    })),
    advice,
    measureNext: next,
  }
}
