import { writeFileSync } from 'node:fs'
import { run } from './lib/shell.mjs'
import { end, Stop } from './lib/say.mjs'

/** Runs the benchmarks in one process of their own and writes the figures beside the table. */
const result = run('node', ['--import', 'tsx', 'tests/bench/bench.ts'])
if (!result.ok) end(new Stop(result.err))
else {
  const rows = JSON.parse(result.out)
  console.table(rows)
  writeFileSync('bench-results.json', `${JSON.stringify(rows, undefined, 2)}\n`)
  console.log('Written to bench-results.json')
}
