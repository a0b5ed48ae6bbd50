import { notFound } from 'next/navigation'
import { Suspense } from 'react'
import { HolesView } from '@/features/holes/HolesView'
import { holeWork, loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function HolesPage({
  params,
}: {
  params: Promise<{ job: string; way: string }>
}) {
  const { job: jobId, way: wayId } = await params
  const job = await loadJob(jobId)
  if (!job.ok) notFound()
  const way = job.value.ways.find((w) => w.id === wayId)
  if (!way) notFound()
  const work = await Promise.all(
    way.body.setups.map(async ({ id }) => [id, (await holeWork(wayId, id)).measured] as const),
  )
  return (
    <Suspense>
      <HolesView
        key={way.id}
        jobId={jobId}
        part={job.value.part}
        way={way}
        workshop={job.value.workshop}
        measured={Object.fromEntries(work)}
      />
    </Suspense>
  )
}
