import { notFound } from 'next/navigation'
import { LayoutView } from '@/features/casting/LayoutView'
import { loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function LayoutSheetPage({
  params,
  searchParams,
}: {
  params: Promise<{ job: string }>
  searchParams: Promise<{ casting?: string }>
}) {
  const job = await loadJob((await params).job)
  if (!job.ok) notFound()
  const { castings, id, part, ways } = job.value
  const asked = (await searchParams).casting
  const casting = castings.find((one) => one.id === asked) ?? castings[0]
  if (!casting) notFound()
  return (
    <LayoutView
      jobId={id}
      firstWay={ways[0]?.id}
      part={part.body}
      casting={casting.body}
      castingId={casting.id}
    />
  )
}
