import { drillingPlan, holesInSetup } from '@/core/plan/drilling'
import { absent, fail, type Result, succeed } from '@/core/ground/issues'
import { type PlannedSetup, planWay } from '@/core/plan/planning'
import {
  clearTicks,
  findDocument,
  listMeasurements,
  listTicks,
  setMeasurements,
  setTick,
} from '@/db'
import { loadJob } from './jobs'

/** What has been done and measured in one setup. */
export interface HoleWork {
  readonly ticks: readonly { readonly stage: string; readonly hole: string }[]
  readonly measured: readonly { readonly hole: string; readonly x: number; readonly y: number }[]
}

export async function holeWork(wayId: string, setupId: string): Promise<HoleWork> {
  const [ticks, measured] = await Promise.all([
    listTicks(wayId, setupId),
    listMeasurements(wayId, setupId),
  ])
  return {
    ticks: ticks.map(({ hole, stage }) => ({ hole, stage })),
    measured: measured.map(({ hole, xMm, yMm }) => ({ hole, x: xMm, y: yMm })),
  }
}

/** The setup as it is planned now; ticks and measurements are checked against it. */
export async function setupNow(wayId: string, setupId: string): Promise<Result<PlannedSetup>> {
  const record = await findDocument(wayId)
  const job = record?.kind === 'way' ? await loadJob(record.jobId) : undefined
  const way = job?.ok ? job.value.ways.find((w) => w.id === wayId) : undefined
  if (!job?.ok || !way) return absent('way.missing', 'This way is not there any more.')
  const { part, workshop } = job.value
  const planned = planWay(workshop, part.body, way.body).setups.find((p) => p.setup.id === setupId)
  return planned ? succeed(planned) : absent('setup.missing', 'This setup is not there any more.')
}

/** Ticks a hole under a tool; one that is not on the list of the setup cannot be ticked. */
export async function tickHole(
  wayId: string,
  setupId: string,
  tick: { readonly stage: string; readonly hole: string; readonly done: boolean },
): Promise<Result<HoleWork>> {
  const now = await setupNow(wayId, setupId)
  if (!now.ok) return now
  const stage = drillingPlan(now.value).stages.find((s) => s.id === tick.stage)
  if (tick.done && !stage?.cuts.some((cut) => cut.key === tick.hole))
    return fail(
      'tick.not-listed',
      `Hole ${tick.hole} is not on the list of this tool. Do not drill it; look at the drawing.`,
      'hole',
    )
  await setTick(wayId, setupId, tick)
  return succeed(await holeWork(wayId, setupId))
}

/** Begins the next piece: no hole of the setup is done. */
export async function beginAgain(wayId: string, setupId: string): Promise<HoleWork> {
  await clearTicks(wayId, setupId)
  return holeWork(wayId, setupId)
}

/** Keeps measured places, all or none. */
export async function measureHoles(
  wayId: string,
  setupId: string,
  measured: readonly { hole: string; at?: { x: number; y: number } | undefined }[],
): Promise<Result<HoleWork>> {
  const now = await setupNow(wayId, setupId)
  if (!now.ok) return now
  const known = new Set(holesInSetup(now.value).map((hole) => hole.key))
  const stranger = measured.find((m) => m.at !== undefined && !known.has(m.hole))
  if (stranger)
    return fail(
      'measured.not-listed',
      `There is no hole ${stranger.hole} in this setup.`,
      'measured',
    )
  await setMeasurements(
    wayId,
    setupId,
    measured.map(({ at, hole }) => ({ at, hole })),
  )
  return succeed(await holeWork(wayId, setupId))
}
