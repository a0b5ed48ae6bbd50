import { notFound } from 'next/navigation'
import { TickView } from '@/features/holes/TickView'
import { runLog } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'
import { type SetupAsked, setupAsked } from '../setupAsked'

export const dynamic = 'force-dynamic'

export default async function TickPage({ params, searchParams }: WayParams & SetupAsked) {
  const [{ job, way }, search] = await Promise.all([loadWay(params), searchParams])
  const chosen = setupAsked(way.body, search)
  if (!chosen) notFound()
  return (
    <TickView
      key={chosen.id}
      runId={way.id}
      piece={1}
      pieces={undefined}
      back={{ href: `/jobs/${job.id}/ways/${way.id}/holes?setup=${chosen.id}`, words: 'Holes' }}
      setupId={chosen.id}
      part={job.part.body}
      way={way.body}
      workshop={job.workshop}
      log={await runLog(way.id)}
    />
  )
}
