import { HoldingView } from '@/features/holding/HoldingView'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function HoldingPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  return (
    <HoldingView
      key={way.id}
      jobId={job.id}
      part={job.part.body}
      workshop={job.workshop}
      way={way}
    />
  )
}
