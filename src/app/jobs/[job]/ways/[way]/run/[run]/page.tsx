import { RunView } from '@/features/run/RunView'
import { registerAnchors, wayZeros } from '@/operations'
import { loadPiece, type PieceParams } from './loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunPage(props: PieceParams) {
  const { jobId, log, piece, run, wayId } = await loadPiece(props)
  const [before, register] = await Promise.all([wayZeros(wayId), registerAnchors()])
  return (
    <RunView
      key={`${run.id} ${piece}`}
      jobId={jobId}
      wayId={wayId}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      every={run.every}
      isPractice={run.isPractice}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      log={log}
      foundBefore={before}
      register={register}
    />
  )
}
