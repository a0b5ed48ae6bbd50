import { CheckSheetView } from '@/features/run/CheckSheetView'
import { otherWays } from '@/operations'
import { loadPiece, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function CheckSheetPage(props: PieceParams) {
  const { jobId, piece, run, wayId } = await loadPiece(props)
  return (
    <CheckSheetView
      jobId={jobId}
      wayId={wayId}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      release={run.release}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      entries={run.entries}
      others={await otherWays(wayId)}
    />
  )
}
