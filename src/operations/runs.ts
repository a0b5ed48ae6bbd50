import { randomInt } from 'node:crypto'
import { nanoid } from 'nanoid'
import { z } from 'zod'
import { absent, fail, type Issue, type Result, succeed } from '@/core/ground/issues'
import { readDocument, writeDocument } from '@/core/paper/formats'
import { questionsOf, standing } from '@/core/paper/run'
import { findPhotos, findRun, insertRelease, insertRun, listReleases, listRuns } from '@/db'
import { checkPdfOf, checkTableOf, forbiddingOf, hideFault } from './backroom'
import { noWay, otherWays, releasedRun, runLog, wayNow } from './runLog'
import { registerSince, standsOn } from './registerThen'
import { type Forbidding } from './runTasks'
import { changedSince } from './sinceRelease'
import { registerAnchors } from './zeros'

/** A finding that forbids, let pass by somebody. */
export const OverrideSchema = z.strictObject({
  code: z.string().max(80),
  setup: z.int().min(0).max(40).optional(),
  why: z.string().trim().min(1, 'must say why it may pass').max(300),
})
export type Override = z.infer<typeof OverrideSchema>

/** What was let pass, as it is stored. */
export const overridesIn = (stored: unknown): readonly Override[] =>
  z.array(OverrideSchema).catch([]).parse(stored)

export interface ReleaseLine {
  readonly id: string
  readonly number: number
  readonly who: string
  readonly at: string
  /** What was changed since, in shop words; nothing where all is as it was released. */
  readonly changed: readonly string[]
  readonly overrides: readonly Override[]
}

export interface RunLine {
  readonly id: string
  readonly release: number
  readonly pieces: number
  readonly every: number
  readonly who: string
  readonly at: string
  readonly isPractice: boolean
}

/** The releases of a way, its runs, and what stands in the way of releasing it as it is. */
export interface RunList {
  readonly releases: readonly ReleaseLine[]
  readonly runs: readonly RunLine[]
  readonly forbids: readonly Forbidding[]
  /** Questions about the way that nobody has answered yet. */
  readonly questions: readonly string[]
}

export async function runList(wayId: string): Promise<Result<RunList>> {
  const now = await wayNow(wayId)
  if (!now) return noWay()
  const { job, way } = now
  const [released, made, register] = await Promise.all([
    listReleases(wayId),
    listRuns(wayId),
    registerAnchors(),
  ])
  const forbids = await forbiddingOf(job.workshop, job.part.body, way.body)
  if (!forbids.ok) return forbids
  return succeed({
    releases: released.map((one): ReleaseLine => ({
      id: one.id,
      number: one.number,
      who: one.who,
      at: one.releasedAt.toISOString(),
      changed: [
        ...changedIn(one.document, {
          part: job.part.body,
          way: way.body,
          workshop: job.workshop,
        }),
        ...registerSince(one.register, register, job.part.body),
      ],
      overrides: overridesIn(one.overrides),
    })),
    runs: made.map((one): RunLine => ({
      id: one.id,
      release: one.number,
      pieces: one.pieces,
      every: one.every,
      who: one.who,
      at: one.startedAt.toISOString(),
      isPractice: one.practice !== null,
    })),
    forbids: forbids.value,
    questions: questionsOf((await runLog(wayId)).entries).flatMap(({ answer, text }) =>
      answer ? [] : [text],
    ),
  })
}

function changedIn(document: unknown, now: Parameters<typeof changedSince>[1]): readonly string[] {
  const found = readDocument(document)
  const [way] = found.ok ? found.value.ways : []
  if (!found.ok || !way) return ['what was released cannot be read any more']
  const { part, workshop } = found.value
  return changedSince({ part, way, workshop }, now)
}

/** Freezes a way with its part and the workshop as they are now. */
export async function releaseWay(
  wayId: string,
  { overrides, who }: { readonly who: string; readonly overrides: readonly Override[] },
): Promise<Result<RunList>> {
  const now = await wayNow(wayId)
  if (!now) return noWay()
  const { job, way } = now
  if (way.body.setups.length === 0)
    return fail('release.empty', 'This way has no setup yet: there is nothing to make.')
  const forbids = await forbiddingOf(job.workshop, job.part.body, way.body)
  if (!forbids.ok) return forbids
  const open = forbids.value.filter(
    ({ code, setup }) => !overrides.some((one) => one.code === code && one.setup === setup),
  )
  const [first, ...rest] = open.map(({ setup, words }): Issue => ({
    code: 'release.forbidden',
    path: 'overrides',
    sentence: `${setup === undefined ? '' : `Setup ${setup + 1}: `}${words} It is not released before that is put right, or let pass with a reason.`,
  }))
  if (first) return { ok: false, issues: [first, ...rest] }
  await insertRelease({
    id: nanoid(12),
    wayId,
    wayVersion: way.version,
    partVersion: job.part.version,
    document: JSON.parse(
      writeDocument({ part: job.part.body, ways: [way.body], workshop: job.workshop }),
    ) as object,
    overrides: [...overrides],
    register: standsOn(way.body, await registerAnchors()),
    who,
  })
  return runList(wayId)
}

export const NewRunSchema = z.strictObject({
  release: z.string().min(1).max(40),
  who: z.string().trim().min(1, 'must say who did it: a name or initials').max(60),
  pieces: z.int().min(1).max(200),
  every: z.int().min(1).max(200).default(5),
  practice: z.boolean().default(false),
  sound: z.boolean().default(false).describe('Of a practice run: nothing is hidden in the shop.'),
  exercise: z
    .int()
    .min(1)
    .max(999_999)
    .optional()
    .describe('Of a practice run: the same number hides the same fault; any when left out.'),
})

/** Begins to make pieces by a release; in the stand-in shop with one fault hidden in it. */
export async function startRun(
  wayId: string,
  asked: z.infer<typeof NewRunSchema>,
): Promise<Result<{ readonly id: string }>> {
  const release = (await listReleases(wayId)).find(({ id }) => id === asked.release)
  if (!release) return absent('release.missing', 'This way has no such release.')
  const { every, exercise = randomInt(1, 1_000_000), pieces, practice, sound, who } = asked
  const document = readDocument(release.document)
  if (!document.ok) return document
  const id = nanoid(12)
  const { part, ways, workshop } = document.value
  const [way] = ways
  if (!way) return absent('release.missing', 'This release holds no way.')
  const hidden = !practice
    ? undefined
    : sound
      ? succeed({ seed: exercise, faults: {} })
      : await hideFault(workshop, part, way, exercise)
  if (hidden?.ok === false) return hidden
  await insertRun({
    id,
    wayId,
    releaseId: release.id,
    pieces,
    every,
    practice: hidden?.value ?? null,
    who,
  })
  return succeed({ id })
}

/** The check sheets of a run's pieces, as a table. */
export async function checkTable(runId: string): Promise<Result<string>> {
  const view = await releasedRun(runId)
  return view.ok ? checkTableOf(view.value) : view
}

/** Pictures on the paper of one piece: the newest. */
const MOST_ON_PAPER = 24

/** The check sheet of one piece as a PDF. */
export async function checkPdf(runId: string, piece: number): Promise<Result<Uint8Array>> {
  const view = await releasedRun(runId)
  if (!view.ok) return view
  if (piece > view.value.pieces)
    return fail('entry.piece', `This run has ${view.value.pieces} pieces.`, 'piece')
  const wayId = (await findRun(runId))?.release?.wayId
  const others = wayId ? await otherWays(wayId) : []
  const taken = standing(view.value.entries, piece).flatMap(({ body }) =>
    body.kind === 'photo' ? [body.photo] : [],
  )
  const photos = await findPhotos(runId, taken.slice(-MOST_ON_PAPER))
  return checkPdfOf(view.value, piece, view.value.release, others, photos)
}
