import { notFound } from 'next/navigation'
import { loadRun, type RunView } from '@/operations'

export interface PieceParams {
  readonly params: Promise<{ readonly job: string; readonly way: string; readonly run: string }>
  readonly searchParams: Promise<{ readonly piece?: string | string[] }>
}

/** The run of an address and the piece that is asked for, the first when none is. */
export async function loadPiece({ params, searchParams }: PieceParams): Promise<{
  readonly jobId: string
  readonly wayId: string
  readonly run: RunView
  readonly piece: number
}> {
  const [{ job, run: runId, way }, { piece }] = await Promise.all([params, searchParams])
  const run = await loadRun(runId)
  if (!run.ok) notFound()
  const asked = Number(piece ?? 1)
  const known = Number.isInteger(asked) && asked >= 1 && asked <= run.value.pieces
  return { jobId: job, wayId: way, run: run.value, piece: known ? asked : 1 }
}
