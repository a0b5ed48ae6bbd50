import { RunView } from '@/features/run/RunView'
import { registerAnchors, zeroRecords } from '@/operations'
import { loadPiece, type PieceParams } from './loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunPage(props: PieceParams) {
  const { jobId, piece, run, wayId } = await loadPiece(props)
  const [records, register] = await Promise.all([zeroRecords(wayId), registerAnchors()])
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
      entries={run.entries}
      records={records}
      register={register}
    />
  )
}
