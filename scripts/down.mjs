import { readdirSync, readFileSync, readlinkSync } from 'node:fs'
import { clusterDirectory, stopCluster } from './lib/cluster.mjs'
import { endAll, forgetState, isAlive, markOf, readState } from './lib/processes.mjs'
import { end, step, Stop } from './lib/say.mjs'

/** Servers and mills that were started from this directory, whoever started them. */
function ours() {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .flatMap((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
        const isOurs =
          /next-server|next\/dist\/bin\/next|scripts\/up\.mjs|src\/standin\/main\.ts/.test(
            command,
          ) && readlinkSync(`/proc/${pid}/cwd`) === process.cwd()
        return isOurs ? (markOf(pid) ?? []) : []
      } catch {
        // It ended meanwhile, or belongs to somebody else.
        return []
      }
    })
}

try {
  const { up } = readState() ?? {}
  // The one that started all of it ends the rest in order.
  const first = isAlive(up) ? await endAll([up], 20_000) : { forced: 0, left: [] }
  const rest = ours()
  const second = await endAll(rest)
  const left = [...first.left, ...second.left]
  const cluster = stopCluster(clusterDirectory('cluster'))
  if (left.length > 0)
    throw new Stop(
      `Still running, and not to be ended: process ${left.map((m) => m.pid).join(', ')}.`,
    )
  if (cluster === 'deaf') throw new Stop('The database does not stop; look into its log.')
  forgetState()
  const forced = first.forced + second.forced
  step(
    !isAlive(up) && up === undefined && rest.length === 0 && cluster === 'none'
      ? 'Nothing was left running'
      : `Stopped all of it${forced > 0 ? `; ${forced} did not listen and had to be ended by force` : ''}`,
  )
} catch (error) {
  end(error)
}
