import { notFound } from 'next/navigation'
import { TickView } from '@/features/holes/TickView'
import { holeWork, loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function TickPage({
  params,
  searchParams,
}: {
  params: Promise<{ job: string; way: string }>
  searchParams: Promise<{ setup?: string | string[] }>
}) {
  const { job: jobId, way: wayId } = await params
  const { setup } = await searchParams
  const job = await loadJob(jobId)
  if (!job.ok) notFound()
  const way = job.value.ways.find((w) => w.id === wayId)
  const chosen = way?.body.setups.find((s) => s.id === setup) ?? way?.body.setups[0]
  if (!way || !chosen) notFound()
  const { ticks } = await holeWork(wayId, chosen.id)
  return (
    <TickView
      key={chosen.id}
      jobId={jobId}
      wayId={wayId}
      setupId={chosen.id}
      part={job.value.part.body}
      way={way.body}
      workshop={job.value.workshop}
      ticks={ticks}
    />
  )
}
