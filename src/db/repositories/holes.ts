import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { database } from '../client'
import { holeMeasurements, holeTicks } from '../schema'

/** One hole that was ticked under a tool. */
export interface TickRecord {
  readonly stage: string
  readonly hole: string
  readonly tickedAt: Date
}

/** One hole as measured, mm. */
export interface MeasurementRecord {
  readonly hole: string
  readonly xMm: number
  readonly yMm: number
  readonly measuredAt: Date
}

const ticksOf = (wayId: string, setupId: string) =>
  and(eq(holeTicks.wayId, wayId), eq(holeTicks.setupId, setupId))
const measurementsOf = (wayId: string, setupId: string) =>
  and(eq(holeMeasurements.wayId, wayId), eq(holeMeasurements.setupId, setupId))

export async function listTicks(wayId: string, setupId: string): Promise<readonly TickRecord[]> {
  const { hole, stage, tickedAt } = holeTicks
  return database()
    .select({ stage, hole, tickedAt })
    .from(holeTicks)
    .where(ticksOf(wayId, setupId))
    .orderBy(asc(tickedAt))
}

/** Ticks or unticks; doing it again changes nothing, so that a page may send it twice. */
export async function setTick(
  wayId: string,
  setupId: string,
  tick: { readonly stage: string; readonly hole: string; readonly done: boolean },
): Promise<void> {
  const { done, hole, stage } = tick
  if (done)
    await database().insert(holeTicks).values({ wayId, setupId, stage, hole }).onConflictDoNothing()
  else
    await database()
      .delete(holeTicks)
      .where(and(ticksOf(wayId, setupId), eq(holeTicks.stage, stage), eq(holeTicks.hole, hole)))
}

/** Takes every tick of a setup away, for the next piece. */
export async function clearTicks(wayId: string, setupId: string): Promise<void> {
  await database().delete(holeTicks).where(ticksOf(wayId, setupId))
}

export async function listMeasurements(
  wayId: string,
  setupId: string,
): Promise<readonly MeasurementRecord[]> {
  const { hole, measuredAt, xMm, yMm } = holeMeasurements
  return database()
    .select({ hole, xMm, yMm, measuredAt })
    .from(holeMeasurements)
    .where(measurementsOf(wayId, setupId))
    .orderBy(asc(hole))
}

/** Writes measured holes, all or none; a place that is undefined takes the measurement away. */
export async function setMeasurements(
  wayId: string,
  setupId: string,
  measured: readonly { readonly hole: string; readonly at: { x: number; y: number } | undefined }[],
): Promise<void> {
  await database().transaction(async (tx) => {
    const gone = measured.filter((m) => m.at === undefined).map((m) => m.hole)
    if (gone.length > 0)
      await tx
        .delete(holeMeasurements)
        .where(and(measurementsOf(wayId, setupId), inArray(holeMeasurements.hole, gone)))
    const rows = measured.flatMap(({ at, hole }) =>
      at ? [{ wayId, setupId, hole, xMm: at.x, yMm: at.y }] : [],
    )
    if (rows.length > 0)
      await tx
        .insert(holeMeasurements)
        .values(rows)
        .onConflictDoUpdate({
          target: [holeMeasurements.wayId, holeMeasurements.setupId, holeMeasurements.hole],
          set: {
            xMm: sql`excluded.x_mm`,
            yMm: sql`excluded.y_mm`,
            measuredAt: sql`now()`,
          },
        })
  })
}
