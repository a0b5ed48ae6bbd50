import { WayView } from '@/features/way/WayView'
import { loadWay, type WayParams } from './loadWay'

export const dynamic = 'force-dynamic'

export default async function WayPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  return (
    <WayView
      key={way.id}
      jobId={job.id}
      part={job.part.body}
      workshop={job.workshop}
      ways={job.ways}
      way={way}
    />
  )
}
