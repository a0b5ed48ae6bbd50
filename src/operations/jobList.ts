import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { setTimeout } from 'node:timers/promises'
import { type Result } from '@/core/ground/issues'
import { openQuestions, type Part } from '@/core/work/part'
import { type Workshop } from '@/core/shop/workshop'
import {
  countArchived,
  type DocumentRecord,
  type JobRecord,
  listDocumentsOf,
  listStandings,
  pageOfJobs,
  type StandingRow,
  writeStanding,
} from '@/db'
import { backroom } from './backroom/pool'
import { contentsOf, workshopOrStandard } from './jobs'
import { type WayStanding } from './standing'

/** One line of the list of jobs. */
export interface JobSummary {
  readonly id: string
  readonly name: string
  readonly archived: boolean
  readonly isDemo: boolean
  readonly touchedAt: string
  readonly ways: readonly WayLine[]
  /** The next thing to do. */
  readonly next: string
  /** Absent when what is stored cannot be read; `next` says so then. */
  readonly part?: Part
}

export interface WayLine {
  readonly id: string
  readonly name: string
  readonly note: string
  readonly setups: number
  /** Absent while it is looked at for the first time. */
  readonly standing?: WayStanding
  /** How it stood before the last changes; it is being looked at again. */
  readonly isOld?: true
}

export interface JobList {
  readonly jobs: readonly JobSummary[]
  readonly total: number
  readonly archived: number
  readonly page: number
  readonly pages: number
}

export const JOBS_OF_PAGE = 20
/** A job that was saved so short a time ago is in somebody's hands, ms. */
const IN_WORK_MS = 5000

/** One page of the jobs, by name and apart from those put away. Standings that are not known are worked out meanwhile. */
export async function listJobs({
  archived = false,
  page = 1,
  search = '',
}: { archived?: boolean; page?: number; search?: string } = {}): Promise<JobList> {
  const offset = (Math.max(1, page) - 1) * JOBS_OF_PAGE
  const [found, workshop, archivedCount] = await Promise.all([
    pageOfJobs({ search: search.trim(), archived, limit: JOBS_OF_PAGE, offset }),
    workshopOrStandard(),
    countArchived(),
  ])
  const documents = await listDocumentsOf(found.jobs.map((job) => job.id))
  const standings = await listStandings(documents.flatMap((d) => (d.kind === 'way' ? [d.id] : [])))
  return {
    jobs: found.jobs.map((job) =>
      summaryOf(
        job,
        documents.filter((d) => d.jobId === job.id),
        workshop,
        standings,
      ),
    ),
    total: found.total,
    archived: archivedCount,
    page: Math.max(1, page),
    pages: Math.max(1, Math.ceil(found.total / JOBS_OF_PAGE)),
  }
}

function summaryOf(
  job: JobRecord,
  documents: readonly DocumentRecord[],
  workshop: Workshop,
  standings: ReadonlyMap<string, StandingRow>,
): JobSummary {
  const line = {
    id: job.id,
    name: job.name,
    archived: job.archivedAt !== null,
    isDemo: job.isDemo,
    touchedAt: job.touchedAt.toISOString(),
  }
  const contents = contentsOf(documents)
  if (!contents.ok) return { ...line, ways: [], next: contents.issues[0].sentence }
  const { part } = contents.value
  const ways = contents.value.ways.map((way): WayLine => {
    const stamp = stampOf(workshop, part, way)
    const known = standings.get(way.id)
    const isOld = known?.stamp !== stamp
    // While somebody is at it, it is not worth looking at after every stroke.
    const isInWork = known !== undefined && Date.now() - job.touchedAt.getTime() < IN_WORK_MS
    if (isOld && !isInWork)
      lookAt(way.id, stamp, () => backroom().run('standingOfWay', workshop, part.body, way.body))
    const { name, note, setups } = way.body
    return {
      id: way.id,
      name,
      note,
      setups: setups.length,
      ...(known && {
        standing: { short: known.short, open: known.open, forbids: known.forbids },
        ...(isOld && { isOld }),
      }),
    }
  })
  return { ...line, name: part.body.name, ways, next: nextThing(part.body, ways), part: part.body }
}

/** Of which build, part, way and workshop a standing is: the same again gives the same. */
function stampOf(
  workshop: Workshop,
  part: { readonly version: number },
  way: { readonly version: number },
): string {
  return createHash('sha256')
    .update(`${build()} ${part.version} ${way.version} ${JSON.stringify(workshop)}`)
    .digest('base64')
}

let builtAs: string | undefined
const build = (): string =>
  (builtAs ??= existsSync('.next/BUILD_ID') ? readFileSync('.next/BUILD_ID', 'utf8') : 'unbuilt')

interface Looking {
  readonly ways: Map<string, Promise<void>>
  /** One after another: people who wait for an answer come first. */
  last: Promise<void>
}
const holder = globalThis as typeof globalThis & { footholdLooking?: Looking }
const looking = (): Looking =>
  (holder.footholdLooking ??= { ways: new Map(), last: Promise.resolve() })

function lookAt(
  wayId: string,
  stamp: string,
  work: () => Promise<WayStanding | Result<never>>,
): void {
  const now = looking()
  if (now.ways.has(wayId)) return
  now.last = now.last
    .then(() => restful(work))
    .then((found) => ('ok' in found ? undefined : writeStanding({ wayId, stamp, ...found })))
    // Busy, or stopped: it is looked at again when the list is asked for again.
    .catch(() => undefined)
    .finally(() => now.ways.delete(wayId))
  now.ways.set(wayId, now.last)
}

/** Rests as long as the work took: on a small machine half of it stays free for those who wait. */
async function restful<Value>(work: () => Promise<Value>): Promise<Value> {
  const begun = performance.now()
  const value = await work()
  await setTimeout(performance.now() - begun)
  return value
}

/** Waits until every way that is being looked at has been. */
export async function allLookedAt(): Promise<void> {
  await Promise.all(looking().ways.values())
}

/** The next thing to do on a job, in words. */
function nextThing(part: Part, ways: readonly WayLine[]): string {
  const questions = openQuestions(part).length
  if (part.features.length === 0) return 'Say what is on the part'
  if (questions > 0)
    return questions === 1
      ? 'Ask the customer 1 question'
      : `Ask the customer ${questions} questions`
  if (ways.every((way) => way.setups === 0)) return 'Write down a way to make it'
  const judged = ways.flatMap(({ name, standing }) => (standing ? [{ name, ...standing }] : []))
  if (judged.length < ways.length) return 'Being looked at …'
  const [best] = judged.sort(
    (a, b) => a.forbids - b.forbids || a.short - b.short || a.open - b.open,
  )
  if (!best || best.forbids > 0) return `Mend what forbids ${best?.name ?? 'the way'}`
  if (best.short > 0) return `${best.name}: ${best.short} short, improve the weakest link`
  if (best.open > 0) return `${best.name}: ${best.open} not settled yet`
  return `${best.name} holds: print the setup sheet`
}
