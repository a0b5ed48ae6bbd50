import {
  OILER_BLOCK,
  OILER_BLOCK_WAY,
  PIER_PLATE,
  PIER_PLATE_WAY,
  PIER_PLATE_WAY_B,
  SADDLE,
  SADDLE_CASTING,
  SADDLE_LOST,
  saddleWays,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '@/core/paper/demo'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Result } from '@/core/ground/issues'
import { countDemoJobs, keepSolidFile } from '@/db'
import { insertDemoFixtures, listRegister } from './fixtures'
import { insertWith } from './jobs'
import { type DemoBracket } from './solids/demoBracket'

const DEMO_JOBS = [
  { part: PIER_PLATE, ways: [PIER_PLATE_WAY, PIER_PLATE_WAY_B] },
  { part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] },
  { part: OILER_BLOCK, ways: [OILER_BLOCK_WAY] },
  { part: SADDLE, ways: saddleWays(STANDARD_WORKSHOP), castings: [SADDLE_CASTING, SADDLE_LOST] },
]

/**
 * Loads the demo jobs, once: not again when they were archived; and the demo's fixtures into a register that
 * has none of them. What a start that was killed in the middle has left out is put in by the next.
 *
 * @param bracket - makes the part that comes from a file: here and now, or where solids are made.
 */
export async function loadDemo(
  bracket: () => Promise<Result<DemoBracket>>,
  again = false,
): Promise<readonly string[]> {
  const there = again ? 0 : await countDemoJobs()
  const wanted = DEMO_JOBS.slice(there)
  const wantsBracket = there <= DEMO_JOBS.length
  const isEmpty = (await listRegister()).length === 0
  if ((wanted.length > 0 || wantsBracket) && (!again || isEmpty)) await insertDemoFixtures()
  const ids: string[] = []
  for (const contents of wanted) {
    const done = await insertWith(contents, { isDemo: true })
    if (done.ok) ids.unshift(done.value)
  }
  if (wantsBracket) ids.unshift(...(await insertBracket(await bracket())))
  return ids
}

/** The part from a file, with its file; a machine on which the exact kernel does not start goes without it. */
async function insertBracket(made: Result<DemoBracket>): Promise<readonly string[]> {
  if (!made.ok) return []
  const { facets, file, part, ways } = made.value
  await keepSolidFile(file, facets)
  const done = await insertWith({ part, ways }, { isDemo: true })
  return done.ok ? [done.value] : []
}
