import { expect, it } from 'vitest'
import { tryReaders } from '../trial/readers'

it('damaged documents, drawings and tables are answered in words: the short form of the trial', async () => {
  const tally = await tryReaders({ documents: 200, drawings: 300, tables: 300 }, 7)
  expect(tally.faults).toEqual([])
  // Speed is for the trial itself; what hangs never gets here.
  expect(tally.documents + tally.drawings + tally.tables).toBe(800)
})
