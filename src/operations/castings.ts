import { nanoid } from 'nanoid'
import { firstFace, guideFor, newCasting } from '@/core/work/casting'
import { changeClamping, newSetup, tickCut } from '@/core/plan/way'
import { type Holding, kindOf } from '@/core/shop/holding'
import { partSurfaces } from '@/core/work/part'
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
  readonly on: 'jacks' | 'nest'
  readonly knownMm: number
  readonly clearanceMm: number
}

const FIRST_ON: Readonly<Record<FirstCut['on'], string>> = { jacks: 'on jacks', nest: 'in a nest' }

/** Another way of the job whose first setup is set by the fit of a casting, its first face up. */
export async function addWayFromFit(
  jobId: string,
  { clearanceMm, knownMm, on }: FirstCut,
): Promise<Result<string>> {
  const job = await loadJob(jobId)
  if (!job.ok) return job
  const { part, workshop } = job.value
  const first = firstFace(part.body)
  const pose = first && { up: first.side, guide: guideFor(first.side) }
  const begun =
    pose && kindOf({ kind: on }).begin(workshop, part.body, partSurfaces(part.body), pose)
  if (!pose || !begun)
    return fail(
      'casting.no-first',
      'The workshop has no straps or no indicator, or the part no face to be cut: the first cut cannot be set up.',
    )
  const added = await addWay(jobId)
  if (!added.ok) return added
  const stored = await findDocument(added.value)
  const way = stored && storedWay(stored)
  if (!way?.ok) return added
  const setup = newSetup(workshop, part.body, way.value.body, pose.up, pose.guide)
  const held = changeClamping({ ...setup, name: `First cut, ${FIRST_ON[on]}` }, (clamping) => ({
    ...clamping,
    holding: { ...begun, known: { mm: knownMm }, clearance: { mm: clearanceMm } } as Holding,
  }))
  const body = {
    ...way.value.body,
    note: 'from the fit of a casting',
    setups: [tickCut(held, pose.up, true, undefined)],
  }
  await appendVersion(added.value, way.value.version, { kind: 'edit', body })
  return added
}
