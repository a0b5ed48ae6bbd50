import { notFound } from 'next/navigation'
import { Suspense } from 'react'
import { anchorOfFixture, fixtureOffsets } from '@/core/fixtures'
import { ZeroView } from '@/features/zero/ZeroView'
import { listRegister, loadJob, registerAnchors, zeroRecords } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function ZeroPage({
  params,
}: {
  params: Promise<{ job: string; way: string }>
}) {
  const { job: jobId, way: wayId } = await params
  const job = await loadJob(jobId)
  if (!job.ok) notFound()
  const way = job.value.ways.find((w) => w.id === wayId)
  if (!way) notFound()
  const [records, register, fixtures] = await Promise.all([
    zeroRecords(wayId),
    registerAnchors(),
    listRegister(),
  ])
  return (
    <Suspense>
      <ZeroView
        key={way.id}
        jobId={jobId}
        part={job.value.part.body}
        workshop={job.value.workshop}
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
    </Suspense>
  )
}
