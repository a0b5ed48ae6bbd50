import { notFound } from 'next/navigation'
import { TickView } from '@/features/holes/TickView'
import { holeWork } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function TickPage({
  params,
  searchParams,
}: WayParams & { readonly searchParams: Promise<{ setup?: string | string[] }> }) {
  const [{ job, way }, { setup }] = await Promise.all([loadWay(params), searchParams])
  const chosen = way.body.setups.find((s) => s.id === setup) ?? way.body.setups[0]
  if (!chosen) notFound()
  const { ticks } = await holeWork(way.id, chosen.id)
  return (
    <TickView
      key={chosen.id}
      jobId={job.id}
      wayId={way.id}
      setupId={chosen.id}
      part={job.part.body}
      way={way.body}
      workshop={job.workshop}
      ticks={ticks}
    />
  )
}
