import { TickView } from '@/features/holes/TickView'
import { type SetupAsked } from '../../../setupAsked'
import { loadPieceSetup, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunTickPage(props: PieceParams & SetupAsked) {
  const { back, log, piece, run, setup } = await loadPieceSetup(props)
  return (
    <TickView
      key={`${run.id} ${piece} ${setup.id}`}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      back={{ href: back, words: 'Run' }}
      setupId={setup.id}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      log={log}
    />
  )
}
