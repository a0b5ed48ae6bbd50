import {
  CLUTCH_HUB,
  CLUTCH_HUB_WAY,
  OILER_BLOCK,
  OILER_BLOCK_LEANING_WAY,
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
import { demoJobNames, keepSolidFile } from '@/db'
import { insertDemoFixtures, listRegister } from './fixtures'
import { insertWith, type NewJob } from './jobs'
import { type DemoBracket } from './solids/demoBracket'

const DEMO_JOBS: readonly NewJob[] = [
  { part: PIER_PLATE, ways: [PIER_PLATE_WAY, PIER_PLATE_WAY_B] },
  { part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] },
  { part: OILER_BLOCK, ways: [OILER_BLOCK_WAY, OILER_BLOCK_LEANING_WAY] },
  { part: SADDLE, ways: saddleWays(STANDARD_WORKSHOP), castings: [SADDLE_CASTING, SADDLE_LOST] },
  { part: CLUTCH_HUB, ways: [CLUTCH_HUB_WAY] },
]
/** What the part from a file is called: an earlier build has made it as its fourth. */
const FROM_A_FILE = 'Motor bracket'

/**
 * Loads the demo jobs, once: not again when they were archived; and the demo's fixtures into a register that
 * has none of them. What a start that was killed in the middle has left out is put in by the next, and so is
 * what an earlier build did not have.
 *
 * @param bracket - makes the part that comes from a file: here and now, or where solids are made.
 */
export async function loadDemo(
  bracket: () => Promise<Result<DemoBracket>>,
  again = false,
): Promise<readonly string[]> {
  const names = again ? [] : await demoJobNames()
  const hasBracket = names.includes(FROM_A_FILE)
  const wanted = DEMO_JOBS.slice(names.length - (hasBracket ? 1 : 0))
  const wantsBracket = !hasBracket && names.length <= DEMO_JOBS.length
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
