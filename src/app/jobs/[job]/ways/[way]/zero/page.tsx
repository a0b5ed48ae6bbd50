import { ZeroView } from '@/features/zero/ZeroView'
import { registerAnchors, runLog } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'
import { knownFixtures } from './knownFixtures'

export const dynamic = 'force-dynamic'

export default async function ZeroPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const [log, register, fixtures] = await Promise.all([
    runLog(way.id),
    registerAnchors(),
    knownFixtures(),
  ])
  return (
    <ZeroView
      key={way.id}
      jobId={job.id}
      part={job.part.body}
      workshop={job.workshop}
      way={way}
      log={log}
      register={register}
      fixtures={fixtures}
    />
  )
}
