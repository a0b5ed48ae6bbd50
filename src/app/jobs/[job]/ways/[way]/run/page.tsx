import { notFound } from 'next/navigation'
import { RunsView } from '@/features/run/RunsView'
import { runList } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function RunsPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const list = await runList(way.id)
  if (!list.ok) notFound()
  return (
    <RunsView
      jobId={job.id}
      wayId={way.id}
      wayName={way.body.name}
      part={job.part.body}
      list={list.value}
    />
  )
}
