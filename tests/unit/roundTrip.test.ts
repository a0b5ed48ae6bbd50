import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { holesOf, newPart, type Part } from '@/core/work/part'
import { readLines } from '@/core/work/say'
import { solidNow, stateFinished } from '@/core/work/stock'
import { meshOf } from '@/kernel'
import { stepOf } from '@/kernel/exact'
import { partOfBody } from '@/operations/solids/body'
import { exactKernel, readSolidFile } from '@/operations/solids/read'

const mm = (value: number) => ({ mm: value })

/** Lines that do not run into each other on a block of 100 × 70 × 40. */
const LINES = [
  'hole 6.6 through on top 12 from left 12 from front',
  'hole 5 14 deep on top 88 from left 12 from front',
  '4 holes 4.2 10 deep on top row at 8, 50 from left, 60 from front',
  'hole 8 through on top 30 from left 45 from front counterbore 14 x 6',
  'hole 7 9 deep on front 20 from left 30 from base',
  'hole 5.5 12 deep on top tilted 20° towards front 70 from left 20 from front',
  'pocket 18 x 12 7 deep on top 55 from left 40 from front',
  'step 7 wide 9 deep on base along right',
  'slot 9 wide 6 deep on base along front, centred',
]

interface RoundTrip {
  readonly said: Part
  readonly read: Part
  readonly volumeMm3: number
}

async function roundTrip(lines: readonly string[]): Promise<RoundTrip> {
  const bare = newPart('Trip', { x: mm(100), y: mm(70), z: mm(40) })
  const { left, part: said } = readLines(bare, lines.join('\n'))
  expect(left).toEqual([])
  const written = stepOf(await exactKernel(), solidNow(said, stateFinished(said)))
  if (!written.ok) throw new Error(written.issues[0].sentence)
  const file = await readSolidFile(written.value.bytes, 'trip.step')
  if (!file.ok) throw new Error(file.issues[0].sentence)
  const part = await partOfBody(file.value, { body: 0, name: 'Trip' })
  if (!part.ok) throw new Error(part.issues[0].sentence)
  const [body] = file.value.bodies
  // What was written is what is read: two integrals of the exact faces, before and after the file.
  expect(body?.volumeMm3).toBeCloseTo(written.value.volumeMm3, 4)
  return { said, read: part.value, volumeMm3: written.value.volumeMm3 }
}

const volumeOf = async (part: Part): Promise<number> =>
  (await meshOf(solidNow(part, stateFinished(part)))).volumeMm3

describe('what is handed out as STEP and brought in again is the same part', () => {
  beforeAll(async () => {
    await exactKernel()
  }, 60_000)

  it('in size, holes and metal, whatever is said on the block', async () => {
    await fc.assert(
      fc.asyncProperty(fc.subarray(LINES, { minLength: 1 }), async (lines) => {
        const { read, said } = await roundTrip(lines)
        for (const axis of ['x', 'y', 'z'] as const)
          expect(read.size[axis].mm).toBeCloseTo(said.size[axis].mm, 6)
        // Every hole at its place, with its diameter, in any order.
        const there = holesOf(read)
        expect(there).toHaveLength(holesOf(said).length)
        for (const { hole, mouth } of holesOf(said)) {
          const near = there.find(
            (other) =>
              Math.hypot(
                other.mouth.x - mouth.x,
                other.mouth.y - mouth.y,
                other.mouth.z - mouth.z,
              ) < 1e-3,
          )
          expect(near?.hole.diameter.mm).toBeCloseTo(hole.diameter.mm, 3)
        }
        // The features that were recognised leave the same metal as those that were said.
        const [ours, theirs] = [await volumeOf(said), await volumeOf(read)]
        expect(Math.abs(ours - theirs) / ours).toBeLessThan(1e-6)
        expect(read.model?.rest).toEqual([])
      }),
      { numRuns: 10 },
    )
  }, 120_000)

  it('its volume is what is reckoned by hand', async () => {
    const { volumeMm3 } = await roundTrip(LINES.slice(0, 2))
    const byHand = 100 * 70 * 40 - Math.PI * 3.3 ** 2 * 40 - Math.PI * 2.5 ** 2 * 14
    expect(Math.abs(volumeMm3 - byHand) / byHand).toBeLessThan(1e-6)
  }, 60_000)
})
