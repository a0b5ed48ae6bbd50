import { notFound } from 'next/navigation'
import { Suspense } from 'react'
import { WayView } from '@/features/way/WayView'
import { loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function WayPage({
  params,
}: {
  params: Promise<{ job: string; way: string }>
}) {
  const { job: jobId, way: wayId } = await params
  const job = await loadJob(jobId)
  if (!job.ok) notFound()
  const way = job.value.ways.find((w) => w.id === wayId)
  if (!way) notFound()
  return (
    <Suspense>
      <WayView
        key={way.id}
        jobId={jobId}
        part={job.value.part.body}
        workshop={job.value.workshop}
        ways={job.value.ways}
        way={way}
      />
    </Suspense>
  )
}
