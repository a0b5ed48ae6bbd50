import { clusterDirectory, startCluster } from './lib/cluster.mjs'
import { backUp, checksums } from './lib/backup.mjs'
import { end, step } from './lib/say.mjs'

const stamp = new Date().toISOString().slice(0, 16).replace('T', '-').replace(':', '')
const file = process.argv[2] ?? `foothold-${stamp}.backup`

try {
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await startCluster(clusterDirectory('cluster'))
  const url = cluster?.url ?? process.env.DATABASE_URL
  try {
    backUp(url, file)
    for (const [table, sum] of Object.entries(checksums(url))) console.log(`  ${table}: ${sum}`)
    step(
      `Everything is in ${file}. Keep it on another machine; npm run restore ${file} brings it back.`,
    )
  } finally {
    if (cluster && !cluster.wasRunning) cluster.stop()
  }
} catch (error) {
  end(error)
}
