import { spawn } from 'node:child_process'
import { clusterDirectory, freePort, startCluster } from './lib/cluster.mjs'
import { startMill } from './lib/mill.mjs'
import { needBuild, needPackages } from './lib/packages.mjs'
import { end, step, Stop } from './lib/say.mjs'
import { run } from './lib/shell.mjs'

const PORT = Number(process.env.PORT ?? 4310)

async function main() {
  if (Number(process.versions.node.split('.')[0]) < 20)
    throw new Stop(`Foothold needs Node.js 20 or newer; this is ${process.versions.node}.`)
  needPackages()
  await freePort(PORT).catch(() => {
    throw new Stop(
      `Port ${PORT} is in use. Stop what uses it (npm run down stops an earlier Foothold), or choose another: PORT=4311 npm run up`,
    )
  })
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await startCluster(clusterDirectory('cluster'))
  const url = cluster?.url ?? process.env.DATABASE_URL
  step(cluster ? 'Database runs on the loopback' : 'Using the database of DATABASE_URL')
  step('Bringing tables up to date, demo data once')
  const prepared = run('node', ['--import', 'tsx', 'scripts/prepare-database.ts'], {
    env: { DATABASE_URL: url },
  })
  if (!prepared.ok) {
    cluster?.stop()
    throw new Stop(
      `The database could not be prepared:\n  ${prepared.err.trim().split('\n').slice(0, 8).join('\n  ')}`,
    )
  }
  await needBuild()
  const mill = process.env.FOOTHOLD_MILL_URL ? undefined : await startMill()
  step(mill ? 'Stand-in mill runs beside it' : 'Reading the mill of FOOTHOLD_MILL_URL')
  const server = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(PORT)],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        DATABASE_URL: url,
        FOOTHOLD_MILL_URL: mill?.url ?? process.env.FOOTHOLD_MILL_URL,
        NEXT_TELEMETRY_DISABLED: '1',
      },
    },
  )
  let stopping = false
  const stop = () => {
    if (stopping) return
    stopping = true
    server.kill('SIGTERM')
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
  server.on('exit', () => {
    mill?.stop()
    cluster?.stop()
    if (!stopping) console.error('✗ The server ended by itself.')
    process.exit(stopping ? 0 : 1)
  })
  await answers(`http://127.0.0.1:${PORT}/api/health`)
  console.log(`\nFoothold is at http://127.0.0.1:${PORT}   (Ctrl-C stops all of it)`)
}

async function answers(address) {
  for (let i = 0; i < 100; i++) {
    const ok = await fetch(address).then(
      (r) => r.ok,
      () => false,
    )
    if (ok) return
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Stop('The server does not answer. Look above for its last words.')
}

main().catch((error) => {
  end(error)
  process.exit(1)
})
