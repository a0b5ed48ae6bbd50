import { tryReaders } from './readers'

const [documents = 10_000, drawings = 3000, tables = 3000, seed = Date.now() % 1e6] = process.argv
  .slice(2)
  .map(Number)
const tally = await tryReaders({ documents, drawings, tables }, seed)
console.log(JSON.stringify({ ...tally, faults: tally.faults.slice(0, 5), seed }))
process.exit(0)
