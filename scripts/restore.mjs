import { mkdirSync } from 'node:fs'
import { backUp, checksums, restore } from './lib/backup.mjs'
import { clusterDirectory, startCluster } from './lib/cluster.mjs'
import { isAlive, readState } from './lib/processes.mjs'
import { end, step, Stop } from './lib/say.mjs'
import { prepareDatabase } from './lib/server.mjs'
import { run } from './lib/shell.mjs'

try {
  const file = process.argv[2]
  if (!file) throw new Stop('Name the file: npm run restore foothold-….backup')
  if (isAlive(readState()?.up)) throw new Stop('Foothold runs. Stop it first: npm run down')
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await startCluster(clusterDirectory('cluster'))
  const url = cluster?.url ?? process.env.DATABASE_URL
  try {
    mkdirSync('.foothold', { recursive: true })
    const before = `.foothold/before-restore-${Date.now()}.backup`
    backUp(url, before)
    restore(url, file)
    for (const [table, sum] of Object.entries(checksums(url))) console.log(`  ${table}: ${sum}`)
    const wrong = await prepareDatabase(run, url)
    if (wrong) throw new Stop(`It was restored, but could not be brought up to date:\n  ${wrong}`)
    step(`Restored, and brought up to date. What was there before is in ${before}.`)
  } finally {
    if (cluster && !cluster.wasRunning) cluster.stop()
  }
} catch (error) {
  end(error)
}
