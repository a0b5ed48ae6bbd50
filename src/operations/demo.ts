import {
  PIER_PLATE,
  PIER_PLATE_WAY,
  WORM_BLOCK,
  WORM_BLOCK_WAY_A,
  WORM_BLOCK_WAY_B,
} from '@/core/demo'
import { hasDemoJobs } from '@/db'
import { insertDemoFixtures, listRegister } from './fixtures'
import { insertWith } from './jobs'

const DEMO_JOBS = [
  { part: PIER_PLATE, ways: [PIER_PLATE_WAY] },
  { part: WORM_BLOCK, ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B] },
]

/** Loads the demo jobs, once: not again when they were archived; and the demo's fixtures into an empty register. */
export async function loadDemo(again = false): Promise<readonly string[]> {
  if (!again && (await hasDemoJobs())) return []
  if ((await listRegister()).length === 0) await insertDemoFixtures()
  const ids: string[] = []
  for (const contents of DEMO_JOBS) {
    const done = await insertWith(contents, { isDemo: true })
    if (done.ok) ids.unshift(done.value)
  }
  return ids
}
