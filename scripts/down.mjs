import { readdirSync, readFileSync, readlinkSync } from 'node:fs'
import { clusterDirectory, stopCluster } from './lib/cluster.mjs'
import { end, step } from './lib/say.mjs'

/** Ends servers that were started from this directory and outlived their start command. */
function stopServers() {
  let stopped = 0
  for (const pid of readdirSync('/proc').filter(
    (name) => /^\d+$/.test(name) && Number(name) !== process.pid,
  )) {
    try {
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
      const ours =
        /next-server|next\/dist\/bin\/next|scripts\/up\.mjs|src\/standin\/main\.ts/.test(command) &&
        readlinkSync(`/proc/${pid}/cwd`) === process.cwd()
      if (!ours) continue
      process.kill(Number(pid), 'SIGTERM')
      stopped++
    } catch {
      // The process ended meanwhile, or belongs to somebody else: not ours to stop.
    }
  }
  return stopped
}

try {
  const servers = stopServers()
  const cluster = stopCluster(clusterDirectory('cluster'))
  step(servers > 0 || cluster ? 'Stopped what was left behind' : 'Nothing was left running')
} catch (error) {
  end(error)
}
