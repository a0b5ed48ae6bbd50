import { anchorOfFixture, fixtureOffsets } from '@/core/floor/register'
import { ZeroView } from '@/features/zero/ZeroView'
import { listRegister, registerAnchors, zeroRecords } from '@/operations'
import { loadWay, type WayParams } from '../loadWay'

export const dynamic = 'force-dynamic'

export default async function ZeroPage({ params }: WayParams) {
  const { job, way } = await loadWay(params)
  const [records, register, fixtures] = await Promise.all([
    zeroRecords(way.id),
    registerAnchors(),
    listRegister(),
  ])
  return (
    <ZeroView
      key={way.id}
      jobId={job.id}
      part={job.part.body}
      workshop={job.workshop}
      way={way}
      records={records}
      register={register}
      fixtures={fixtures.map(({ fixture, id, standing }) => ({
        id,
        name: fixture.name,
        machine: fixture.machine,
        trusted: standing.kind === 'trusted',
        knownMm: fixture.knownMm,
        anchor: anchorOfFixture(fixture),
        offsets: fixtureOffsets(fixture),
      }))}
    />
  )
}
