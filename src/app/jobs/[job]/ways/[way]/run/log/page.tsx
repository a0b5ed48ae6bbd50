import { notFound } from 'next/navigation'
import { LogView } from '@/features/run/LogView'
import { runLog, wayLog } from '@/operations'
import { loadWay, type WayParams } from '../../loadWay'

export const dynamic = 'force-dynamic'

export default async function LogPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const [log, own] = await Promise.all([wayLog(way.id), runLog(way.id)])
  if (!log.ok) notFound()
  return (
    <LogView
      jobId={job.id}
      wayId={way.id}
      wayName={way.body.name}
      part={job.part.body}
      chapters={log.value}
      own={own}
    />
  )
}
