import { absent, fail, type Result } from '@/core/ground/issues'
import { readDocument } from '@/core/paper/formats'
import { schemaIssues } from '@/core/paper/stored'
import {
  figureIn,
  type FigurePath,
  SEAT_PATH,
  type ShopFigure,
  STANDARD_WORKSHOP,
  withFigure,
  type Workshop,
  WorkshopSchema,
} from '@/core/shop/workshop'
import {
  findDocument,
  insertTakenFigure,
  insertWorkshop,
  listTakenFigures,
  recentRuns,
  type TakenFigureRow,
  writeGear,
} from '@/db'
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

/** Who takes a figure over, and from how many pieces it was learnt. */
export interface Taker {
  readonly who: string
  readonly pieces: number
}

/** So many figures that were taken over are told of, the newest first. */
const MOST_TAKEN = 30

/** Figures of the shop that were taken over from what pieces taught. */
export const figuresTaken = (): Promise<readonly TakenFigureRow[]> => listTakenFigures(MOST_TAKEN)

/** Puts a learnt figure into the workshop: a person has said so, and it is kept who. Ways are predicted with it from then on. */
export async function takeFigure(
  path: FigurePath,
  value: number,
  { pieces, who }: Taker,
): Promise<Result<Workshop>> {
  const workshop = await workshopOrStandard()
  const figure = figureIn(workshop, path)
  if (!figure) return absent('figure.missing', 'The workshop has no such figure any more.')
  const done = await putFigure(workshop, path, value, figure)
  if (done.ok) await insertTakenFigure({ path, was: figure.value, now: value, pieces, who })
  return done
}

async function putFigure(
  workshop: Workshop,
  path: FigurePath,
  value: number,
  figure: ShopFigure,
): Promise<Result<Workshop>> {
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
