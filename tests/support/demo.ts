import { fail } from '@/core/ground/issues'
import { loadDemo } from '@/operations/demo'

/** The demo jobs without the part from a file, which takes the exact kernel some seconds. */
export const loadDemoJobs = (again = false): Promise<readonly string[]> =>
  loadDemo(() => Promise.resolve(fail('demo.left-out', 'Left out of this test.')), again)
