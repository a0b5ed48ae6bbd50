import { nanoid } from 'nanoid'
import { firstFace, guideFor, newCasting } from '@/core/work/casting'
import { changeClamping, newSetup, tickCut } from '@/core/plan/way'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { appendVersion, findDocument, insertDocument } from '@/db'
import { addWay, loadJob, storedCasting, storedWay } from './jobs'

const MOST_CASTINGS = 50

/** Another casting of a job, of which nothing is measured yet. */
export const addCasting = (jobId: string): Promise<Result<string>> =>
  insertDocument(jobId, nanoid(12), 'casting', (others) => {
    if (others.length >= MOST_CASTINGS)
      return fail('casting.many', `A job has at most ${MOST_CASTINGS} castings.`)
    const names = new Set(
      others.map((one) => {
        const read = storedCasting(one)
        return read.ok ? read.value.body.name : ''
      }),
    )
    let number = others.length + 1
    while (names.has(`Casting ${number}`)) number++
    return succeed(newCasting(`Casting ${number}`))
  })

/** How well the fit knows the casting, and how it is to stand, for the first cut. */
export interface FirstCut {
  readonly knownMm: number
  readonly clearanceMm: number
}

/** Another way of the job whose first setup stands on jacks, set by the fit of a casting, its first face up. */
export async function addWayFromFit(
  jobId: string,
  { clearanceMm, knownMm }: FirstCut,
): Promise<Result<string>> {
  const job = await loadJob(jobId)
  if (!job.ok) return job
  const { part, workshop } = job.value
  const first = firstFace(part.body)
  const [strap] = workshop.straps
  const reads = workshop.instruments.find((one) => one.kind === 'indicator')
  if (!first || !strap || !reads)
    return fail(
      'casting.no-first',
      'The workshop has no straps or no indicator, or the part no face to be cut: the first cut cannot be set up.',
    )
  const added = await addWay(jobId)
  if (!added.ok) return added
  const stored = await findDocument(added.value)
  const way = stored && storedWay(stored)
  if (!way?.ok) return added
  const setup = newSetup(workshop, part.body, way.value.body, first.side, guideFor(first.side))
  const held = changeClamping({ ...setup, name: 'First cut, on jacks' }, (clamping) => ({
    ...clamping,
    holding: {
      kind: 'jacks',
      strap: strap.id,
      instrument: reads.id,
      known: { mm: knownMm },
      clearance: { mm: clearanceMm },
    },
  }))
  const body = {
    ...way.value.body,
    note: 'from the fit of a casting',
    setups: [tickCut(held, first.side, true, undefined)],
  }
  await appendVersion(added.value, way.value.version, { kind: 'edit', body })
  return added
}
