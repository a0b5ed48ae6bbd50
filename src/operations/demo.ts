import {
  OILER_BLOCK,
  OILER_BLOCK_WAY,
  PIER_PLATE,
  PIER_PLATE_WAY,
  PIER_PLATE_WAY_B,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '@/core/paper/demo'
import { countDemoJobs } from '@/db'
import { insertDemoFixtures, listRegister } from './fixtures'
import { insertWith } from './jobs'

const DEMO_JOBS = [
  { part: PIER_PLATE, ways: [PIER_PLATE_WAY, PIER_PLATE_WAY_B] },
  { part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] },
  { part: OILER_BLOCK, ways: [OILER_BLOCK_WAY] },
]

/**
 * Loads the demo jobs, once: not again when they were archived; and the demo's fixtures into a register that
 * has none of them. What a start that was killed in the middle has left out is put in by the next.
 */
export async function loadDemo(again = false): Promise<readonly string[]> {
  const there = again ? 0 : await countDemoJobs()
  const wanted = DEMO_JOBS.slice(there)
  const isEmpty = (await listRegister()).length === 0
  if (wanted.length > 0 && (!again || isEmpty)) await insertDemoFixtures()
  const ids: string[] = []
  for (const contents of wanted) {
    const done = await insertWith(contents, { isDemo: true })
    if (done.ok) ids.unshift(done.value)
  }
  return ids
}
