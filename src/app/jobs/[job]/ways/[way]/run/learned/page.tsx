import { notFound } from 'next/navigation'
import { LearnedView } from '@/features/learned/LearnedView'
import { figuresTaken, learnedOf } from '@/operations'
import { loadWay, type WayParams } from '../../loadWay'

export const dynamic = 'force-dynamic'

export default async function LearnedPage({
  params,
  searchParams,
}: WayParams & { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { job, way } = await loadWay(params)
  const isPractice = (await searchParams)['practice'] === '1'
  const learned = await learnedOf(way.id, isPractice)
  if (!learned.ok) notFound()
  return (
    <LearnedView
      jobId={job.id}
      wayId={way.id}
      wayName={way.body.name}
      part={job.part.body}
      isPractice={isPractice}
      learned={learned.value}
      taken={(await figuresTaken()).map(({ takenAt, ...one }) => ({
        ...one,
        at: takenAt.getTime(),
      }))}
    />
  )
}
