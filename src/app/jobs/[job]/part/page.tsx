import { notFound } from 'next/navigation'
import { PartView } from '@/features/part/PartView'
import { loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function PartPage({ params }: { params: Promise<{ job: string }> }) {
  const job = await loadJob((await params).job)
  if (!job.ok) notFound()
  return (
    <PartView
      key={job.value.part.id}
      jobId={job.value.id}
      firstWay={job.value.ways[0]?.id}
      part={job.value.part}
    />
  )
}
