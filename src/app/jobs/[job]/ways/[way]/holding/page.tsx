import { revisionOfFixture } from '@/core/floor/register'
import { HoldingView } from '@/features/holding/HoldingView'
import { listRegister } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function HoldingPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const part = job.part.body
  const owned = (await listRegister()).flatMap(({ fixture, id, standing }) => {
    const revision = revisionOfFixture(fixture, part)
    return revision === undefined ? [] : [{ id, fixture, revision, standing: standing.sentence }]
  })
  return (
    <HoldingView
      key={way.id}
      jobId={job.id}
      part={part}
      workshop={job.workshop}
      way={way}
      owned={owned}
    />
  )
}
