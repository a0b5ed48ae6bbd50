import { RunZeroView } from '@/features/zero/ZeroView'
import { registerAnchors } from '@/operations'
import { knownFixtures } from '../../../zero/knownFixtures'
import { loadPiece, type PieceParams } from '../loadPiece'

export const dynamic = 'force-dynamic'

export default async function RunZeroPage(props: PieceParams) {
  const { back, jobId, log, piece, run } = await loadPiece(props)
  const [register, fixtures] = await Promise.all([registerAnchors(), knownFixtures()])
  return (
    <RunZeroView
      key={`${run.id} ${piece}`}
      jobId={jobId}
      runId={run.id}
      piece={piece}
      pieces={run.pieces}
      part={run.part}
      way={run.way}
      workshop={run.workshop}
      log={log}
      register={register}
      fixtures={fixtures}
      back={back}
    />
  )
}
