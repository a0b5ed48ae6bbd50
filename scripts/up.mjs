import { createConnection } from 'node:net'
import { clusterDirectory, freePort, startCluster } from './lib/cluster.mjs'
import { millPlace } from './lib/mill.mjs'
import { needBuild, needPackages } from './lib/packages.mjs'
import { endAll, forgetState, isAlive, markOf, readState, writeState } from './lib/processes.mjs'
import { end, step, Stop } from './lib/say.mjs'
import { firstLook, prepareDatabase, startServer } from './lib/server.mjs'
import { run } from './lib/shell.mjs'
import { answersAt, keepUp } from './lib/watch.mjs'

const PORT = Number(process.env.PORT ?? 4310)
const ADDRESS = `http://127.0.0.1:${PORT}`

async function main() {
  if (Number(process.versions.node.split('.')[0]) < 20)
    throw new Stop(`Foothold needs Node.js 20 or newer; this is ${process.versions.node}.`)
  needPackages()
  const before = await takeOver()
  await freePort(PORT).catch(() => {
    throw new Stop(
      `Port ${PORT} is in use by something else. Stop it, or choose another: PORT=4311 npm run up`,
    )
  })
  const state = { up: markOf(process.pid), port: PORT }
  writeState(state)
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await startCluster(clusterDirectory('cluster'), { port: before?.clusterPort })
  const url = cluster?.url ?? process.env.DATABASE_URL
  state.clusterPort = cluster?.port
  step(cluster ? 'Database runs on the loopback' : 'Using the database of DATABASE_URL')
  step('Bringing tables up to date, demo data once')
  const wrong = await prepareDatabase(run, url)
  if (wrong) {
    cluster?.stop()
    forgetState()
    throw new Stop(`The database could not be prepared:\n  ${wrong}`)
  }
  await needBuild()

  const parts = []
  let stopping = false
  const stopAll = async (code) => {
    if (stopping) return
    stopping = true
    await endAll(parts.map((part) => part.stop()).filter(Boolean))
    clearInterval(lookAtDatabase)
    cluster?.stop()
    forgetState()
    process.exit(code)
  }
  const keep = (name, key, start, answers, awake) => {
    const part = keepUp({
      name,
      start,
      answers,
      awake,
      changed: (mark) => writeState(Object.assign(state, { [key]: mark })),
      gaveUp: () => {
        console.error(
          `✗ ${name} ended too often; look above for its last words. All of it is stopped.`,
        )
        void stopAll(1)
      },
    })
    parts.push(part)
    return part
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stopAll(0))
  const lookAtDatabase = cluster && watchDatabase(cluster, () => stopping, stopAll)

  const mill = process.env.FOOTHOLD_MILL_URL ? undefined : await millPlace(before?.millPort)
  if (mill) {
    state.millPort = mill.port
    keep('The stand-in mill', 'mill', mill.start, mill.answers)
  }
  step(mill ? 'Stand-in mill runs beside it' : 'Reading the mill of FOOTHOLD_MILL_URL')
  const env = {
    DATABASE_URL: url,
    ...(mill && { FOOTHOLD_MILL_URL: mill.url, FOOTHOLD_MILL_TOKEN: mill.token }),
  }
  const server = keep(
    'The server',
    'server',
    () => startServer(PORT, env),
    answersAt(ADDRESS, '/api/health'),
    firstLook(ADDRESS),
  )
  if (!(await server.ready()))
    throw new Stop('The server does not answer. Look above for its last words.')
  console.log(`\nFoothold is at ${ADDRESS}   (Ctrl-C stops all of it)`)
}

/** Refuses beside one that runs; takes over what a killed one has left behind. */
async function takeOver() {
  const state = readState()
  if (!state) return undefined
  if (isAlive(state.up))
    throw new Stop(
      `Foothold already runs from this directory, at http://127.0.0.1:${state.port}. npm run down stops it.`,
    )
  const left = [state.server, state.mill].filter(isAlive)
  if (left.length > 0) {
    step('Taking over what an earlier start has left behind')
    await endAll(left)
  }
  return state
}

/** Starts the database again, on its own port, when it has gone. */
function watchDatabase(cluster, isStopping, stopAll) {
  let busy = false
  let failures = 0
  return setInterval(async () => {
    if (busy || isStopping() || (await accepts(cluster.port))) return
    busy = true
    step('The database has gone; starting it again')
    try {
      await startCluster(clusterDirectory('cluster'), { port: cluster.port })
      failures = 0
    } catch (error) {
      if (++failures >= 5) {
        end(error)
        void stopAll(1)
      }
    }
    busy = false
  }, 1500)
}

const accepts = (port) =>
  new Promise((done) => {
    const socket = createConnection({ port, host: '127.0.0.1' })
    const answer = (value) => {
      socket.destroy()
      done(value)
    }
    socket.setTimeout(3000, () => answer(false))
    socket.once('connect', () => answer(true))
    socket.once('error', () => answer(false))
  })

main().catch((error) => {
  end(error)
  process.exit(1)
})
