import { absent, fail, type Result } from '@/core/ground/issues'
import { readDocument } from '@/core/paper/formats'
import { schemaIssues } from '@/core/paper/stored'
import {
  figureIn,
  type FigurePath,
  SEAT_PATH,
  STANDARD_WORKSHOP,
  withFigure,
  type Workshop,
  WorkshopSchema,
} from '@/core/shop/workshop'
import { findDocument, insertWorkshop, recentRuns, writeGear } from '@/db'
import { learnFromRuns } from './backroom'
import { workshopOrStandard } from './jobs'
import { type LearnedTold, type LearningRun } from './learning'
import { runLog } from './runLog'
import { saveGear, saveShopFigures } from './workshop'

/** So many runs are looked back at, the newest first. */
const MOST_RUNS = 40

/** What the pieces of a way show, and what all pieces of the shop teach of its figures. */
export async function learnedOf(wayId: string, isPractice: boolean): Promise<Result<LearnedTold>> {
  const record = await findDocument(wayId)
  if (record?.kind !== 'way') return absent('way.missing', 'This way is not there any more.')
  const rows = await recentRuns(isPractice, MOST_RUNS)
  const runs = await Promise.all(
    rows.map(async ({ document, pieces, run, wayId: of }): Promise<readonly LearningRun[]> => {
      const found = readDocument(document)
      const [way] = found.ok ? found.value.ways : []
      if (!found.ok || !way) return []
      const { part, workshop } = found.value
      const { entries } = await runLog(run)
      return [{ run, part, way, workshop, pieces, entries, isAside: of !== wayId }]
    }),
  )
  // In the order in which they were made.
  return learnFromRuns(runs.flat().reverse(), await workshopOrStandard())
}

/** Puts a learnt figure into the workshop: a person has said so. Ways are predicted with it from then on. */
export async function takeFigure(path: FigurePath, value: number): Promise<Result<Workshop>> {
  const workshop = await workshopOrStandard()
  const figure = figureIn(workshop, path)
  if (!figure) return absent('figure.missing', 'The workshop has no such figure any more.')
  if (path === SEAT_PATH) return saveSeat(value)
  const body = withFigure(workshop, path, value)
  const { id, kind } = figure
  return kind === 'capability' || kind === 'setting'
    ? saveShopFigures(kind, id, body)
    : saveGear(kind, id, body)
}

async function saveSeat(value: number): Promise<Result<Workshop>> {
  const parsed = WorkshopSchema.shape.seatMm.safeParse(value)
  if (!parsed.success) {
    const [first, ...rest] = schemaIssues(parsed.error)
    return first
      ? { ok: false, issues: [first, ...rest] }
      : fail('figure.value', 'That is no figure.', 'value')
  }
  await insertWorkshop(STANDARD_WORKSHOP)
  const done = await writeGear('setting', SEAT_PATH, parsed.data)
  return done.ok ? { ok: true, value: await workshopOrStandard() } : done
}
