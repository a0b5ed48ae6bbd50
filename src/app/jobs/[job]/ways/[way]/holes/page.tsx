import { HolesView } from '@/features/holes/HolesView'
import { holeWork } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function HolesPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const work = await Promise.all(
    way.body.setups.map(async ({ id }) => [id, (await holeWork(way.id, id)).measured] as const),
  )
  return (
    <HolesView
      key={way.id}
      jobId={job.id}
      part={job.part}
      way={way}
      workshop={job.workshop}
      measured={Object.fromEntries(work)}
    />
  )
}
