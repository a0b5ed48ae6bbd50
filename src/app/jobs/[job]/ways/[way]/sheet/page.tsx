import { notFound } from 'next/navigation'
import { SheetView } from '@/features/sheet/SheetView'
import { loadJob, registerAnchors, zeroRecords } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function SheetPage({
  params,
}: {
  params: Promise<{ job: string; way: string }>
}) {
  const { job: jobId, way: wayId } = await params
  const job = await loadJob(jobId)
  if (!job.ok) notFound()
  const way = job.value.ways.find((w) => w.id === wayId)
  if (!way) notFound()
  const [records, register] = await Promise.all([zeroRecords(wayId), registerAnchors()])
  return (
    <SheetView
      jobId={jobId}
      wayId={way.id}
      part={job.value.part.body}
      workshop={job.value.workshop}
      way={way.body}
      records={records}
      register={register}
    />
  )
}
