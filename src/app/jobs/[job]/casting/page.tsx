import { notFound } from 'next/navigation'
import { CastingView } from '@/features/casting/CastingView'
import { loadJob } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function CastingPage({
  params,
  searchParams,
}: {
  params: Promise<{ job: string }>
  searchParams: Promise<{ casting?: string }>
}) {
  const job = await loadJob((await params).job)
  if (!job.ok) notFound()
  const { castings, id, part, ways, workshop } = job.value
  const asked = (await searchParams).casting
  const casting = castings.find((one) => one.id === asked) ?? castings[0]
  return (
    <CastingView
      key={casting?.id ?? 'none'}
      jobId={id}
      firstWay={ways[0]?.id}
      part={part.body}
      casting={casting}
      way={ways[0]?.body}
      workshop={workshop}
      others={castings.map((one) => ({ id: one.id, name: one.body.name, state: one.body.state }))}
    />
  )
}
