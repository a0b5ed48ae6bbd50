import { notFound } from 'next/navigation'
import { LogView } from '@/features/run/LogView'
import { wayLog } from '@/operations'
import { loadWay, type WayParams } from '../../loadWay'

export const dynamic = 'force-dynamic'

export default async function LogPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const log = await wayLog(way.id)
  if (!log.ok) notFound()
  return (
    <LogView
      jobId={job.id}
      wayId={way.id}
      wayName={way.body.name}
      part={job.part.body}
      chapters={log.value}
    />
  )
}
