import { notFound } from 'next/navigation'
import { FileView } from '@/features/file/FileView'
import { loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function FilePage({ params }: { params: Promise<{ job: string }> }) {
  const job = await loadJob((await params).job)
  if (!job.ok) notFound()
  return (
    <FileView
      key={job.value.part.id}
      jobId={job.value.id}
      firstWay={job.value.ways[0]?.id}
      ways={job.value.ways.map(({ body: { name, setups } }) => ({ name, setups }))}
      part={job.value.part}
    />
  )
}
