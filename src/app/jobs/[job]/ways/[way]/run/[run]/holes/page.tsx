import { RunHolesView } from '@/features/holes/RunHolesView'
import { type SetupAsked } from '../../../setupAsked'
import { loadPieceSetup, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunHolesPage(props: PieceParams & SetupAsked) {
  const { back, log, piece, run, setup } = await loadPieceSetup(props)
  return (
    <RunHolesView
      key={`${run.id} ${piece} ${setup.id}`}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      setupId={setup.id}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      log={log}
      back={back}
    />
  )
}
