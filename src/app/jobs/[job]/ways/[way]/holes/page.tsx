import { HolesView } from '@/features/holes/HolesView'
import { runLog } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function HolesPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  return (
    <HolesView
      key={way.id}
      jobId={job.id}
      part={job.part}
      way={way}
      workshop={job.workshop}
      log={await runLog(way.id)}
    />
  )
}
