import { notFound } from 'next/navigation'
import { type RunLog } from '@/core/paper/run'
import { type SetupAsked, setupAsked } from '../../setupAsked'
import { type ReleasedRun, releasedRun } from '@/operations'

export interface PieceParams {
  readonly params: Promise<{ readonly job: string; readonly way: string; readonly run: string }>
  readonly searchParams: Promise<{ readonly piece?: string | string[] }>
}

/** The run of an address and the piece that is asked for, the first when none is. */
export async function loadPiece({ params, searchParams }: PieceParams): Promise<{
  readonly jobId: string
  readonly wayId: string
  readonly run: ReleasedRun
  readonly piece: number
  readonly log: RunLog
  /** Where the run goes on with this piece. */
  readonly back: string
}> {
  const [{ job, run: runId, way }, { piece }] = await Promise.all([params, searchParams])
  const run = await releasedRun(runId)
  if (!run.ok) notFound()
  const asked = Number(piece ?? 1)
  const known = Number.isInteger(asked) && asked >= 1 && asked <= run.value.pieces
  const chosen = known ? asked : 1
  const { entries, unread } = run.value
  return {
    jobId: job,
    wayId: way,
    run: run.value,
    piece: chosen,
    log: { entries, unread },
    back: `/jobs/${job}/ways/${way}/run/${runId}?piece=${chosen}`,
  }
}

/** The same with the setup that is asked for, the first when none is. */
export async function loadPieceSetup(props: PieceParams & SetupAsked) {
  const [loaded, search] = await Promise.all([loadPiece(props), props.searchParams])
  const setup = setupAsked(loaded.run.way, search)
  if (!setup) notFound()
  return { ...loaded, setup }
}
