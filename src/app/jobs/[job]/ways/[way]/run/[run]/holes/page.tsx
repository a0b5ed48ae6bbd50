import { notFound } from 'next/navigation'
import { RunHolesView } from '@/features/holes/RunHolesView'
import { type SetupAsked, setupAsked } from '../../../setupAsked'
import { loadPiece, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunHolesPage(props: PieceParams & SetupAsked) {
  const [{ back, log, piece, run }, search] = await Promise.all([
    loadPiece(props),
    props.searchParams,
  ])
  const chosen = setupAsked(run.way, search)
  if (!chosen) notFound()
  return (
    <RunHolesView
      key={`${run.id} ${piece} ${chosen.id}`}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      setupId={chosen.id}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      log={log}
      back={back}
    />
  )
}
