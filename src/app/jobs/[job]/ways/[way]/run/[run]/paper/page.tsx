import { PaperStepsView } from '@/features/run/PaperStepsView'
import { loadPiece, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function PaperStepsPage(props: PieceParams) {
  const { back, piece, run } = await loadPiece(props)
  return (
    <PaperStepsView
      back={back}
      piece={piece}
      pieces={run.pieces}
      every={run.every}
      release={run.release}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      entries={run.entries}
    />
  )
}
