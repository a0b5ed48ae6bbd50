import { spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { toolsOf, clusterDirectory, freePort, startCluster } from './lib/cluster.mjs'
import { millPlace } from './lib/mill.mjs'
import { needBuild, needPackages } from './lib/packages.mjs'
import { ask, freshJob, keepEntering, keepSaving, peopleAtWork, quantile } from './lib/people.mjs'
import { endAll, isAlive, wait } from './lib/processes.mjs'
import { end, step, Stop } from './lib/say.mjs'
import { firstLook, prepareDatabase, startServer } from './lib/server.mjs'
import { run, runBeside } from './lib/shell.mjs'
import { strangeRequests } from './lib/strange.mjs'
import { answersAt, keepUp } from './lib/watch.mjs'

const IS_SHORT = process.argv.includes('--short')
/** Only some of it: --only people,kills */
const ONLY = process.argv[process.argv.indexOf('--only') + 1]?.split(',') ?? []
const isWanted = (name) => !process.argv.includes('--only') || ONLY.includes(name)
const DOCUMENT = readFileSync('docs/examples/worm-block.foothold.json', 'utf8')
const rows = []
const shortfalls = []
const tell = (what, figure, wanted, isWell) => {
  rows.push({ what, figure, wanted, '': isWell ? '●' : '▲' })
  if (!isWell) shortfalls.push(`${what}: ${figure}, wanted ${wanted}`)
  step(`${what}: ${figure}`)
}

async function main() {
  needPackages()
  await needBuild()
  const directory = clusterDirectory('trial-cluster')
  rmSync(directory, { recursive: true, force: true })
  const house = await buildHouse(directory)
  try {
    if (isWanted('readers')) await readers()
    if (isWanted('requests')) await requests(house)
    if (isWanted('people')) await people(house)
    if (isWanted('jobs')) await manyJobs(house)
    if (isWanted('kills')) await kills(house)
    if (isWanted('gets-up')) await getsUp(house)
  } finally {
    await house.end()
    rmSync(directory, { recursive: true, force: true })
  }
  console.table(rows)
  console.log(
    shortfalls.length === 0
      ? 'Nothing fell short.'
      : `Fell short:\n${shortfalls.map((line) => `  ▲ ${line}`).join('\n')}`,
  )
  process.exitCode = shortfalls.length === 0 ? 0 : 1
}

/** The whole of it, watched as npm run up does, over a database of its own. */
async function buildHouse(directory) {
  // As durable as the real one: what is acknowledged must outlive a kill.
  let cluster = await startCluster(directory)
  const { url } = cluster
  const wrong = await prepareDatabase(run, url)
  if (wrong) throw new Stop(wrong)
  const port = await freePort()
  const address = `http://127.0.0.1:${port}`
  const mill = await millPlace()
  const marks = {}
  const keep = (key, start, answers, awake) =>
    keepUp({
      name: `The ${key}`,
      start,
      answers,
      awake,
      changed: (mark) => (marks[key] = mark),
      gaveUp: () => console.error(`✗ The ${key} ended too often.`),
    })
  const parts = [
    keep('mill', mill.start, mill.answers),
    keep(
      'server',
      () =>
        startServer(
          port,
          { DATABASE_URL: url, FOOTHOLD_MILL_URL: mill.url, FOOTHOLD_MILL_TOKEN: mill.token },
          'ignore',
        ),
      answersAt(address, '/api/health'),
      firstLook(address),
    ),
  ]
  if (!(await parts[1].ready())) throw new Stop('The server does not answer.')
  await wait(3000)
  let over = false
  let restarting
  const watch = setInterval(() => {
    restarting ??= answersDatabase(url)
      .then(async (isThere) => {
        if (!isThere && !over) cluster = await startCluster(directory, { port: cluster.port })
      })
      .catch(() => undefined)
      .finally(() => (restarting = undefined))
  }, 700)
  return {
    address,
    url,
    mill,
    marks,
    killDatabase: () => {
      const [pid] = readFileSync(join(directory, 'data/postmaster.pid'), 'utf8').split('\n')
      process.kill(Number(pid), 'SIGKILL')
    },
    end: async () => {
      over = true
      clearInterval(watch)
      await restarting
      await endAll(parts.map((part) => part.stop()).filter(Boolean))
      cluster.stop()
    },
  }
}

const answersDatabase = async (url) =>
  (await new Promise((done) => {
    const { hostname, password, port, username } = new URL(url)
    const child = spawn('pg_isready', ['-h', hostname, '-p', port, '-U', username, '-t', '2'], {
      stdio: 'ignore',
      env: { ...process.env, PGPASSWORD: password },
    })
    child.on('error', () => done(1))
    child.on('close', done)
  })) === 0

async function readers() {
  const counts = IS_SHORT ? ['500', '300', '300'] : ['10000', '3000', '3000']
  const result = await runBeside('node', [
    '--import',
    'tsx',
    'tests/trial/runReaders.ts',
    ...counts,
  ])
  const tally = JSON.parse(result.out.trim().split('\n').pop() ?? '{}')
  tally.faults?.forEach((fault) => console.log(fault))
  const files = tally.documents + tally.drawings + tally.tables
  tell(
    `${files} damaged files: hangs over 2 s`,
    `${tally.hangs}, slowest ${Math.round(tally.slowestMs)} ms`,
    '0',
    tally.hangs === 0,
  )
  tell(
    `${files} damaged files: faults`,
    String(tally.faults?.length),
    '0',
    tally.faults?.length === 0,
  )
}

async function requests({ address }) {
  const strange = await strangeRequests(address, IS_SHORT ? 400 : 4000)
  strange.wrong.slice(0, 10).forEach((line) => console.log(`  ${line}`))
  tell(
    'requests over every route: wrong answers',
    `${strange.wrong.length}, slowest ${Math.round(strange.slowestMs)} ms`,
    '0',
    strange.wrong.length === 0,
  )
}

async function people({ address }) {
  const crowd = IS_SHORT ? { people: 10, seconds: 12 } : { people: 50, seconds: 60 }
  // As at any hour but the first minute: programs run faster once they have run.
  await peopleAtWork(address, DOCUMENT, { ...crowd, seconds: IS_SHORT ? 5 : 20 })
  const { failed, taken } = await peopleAtWork(address, DOCUMENT, crowd)
  const all = Object.values(taken).flat()
  for (const [kind, values] of Object.entries(taken))
    step(
      `${kind}: ${values.length} times, half under ${Math.round(quantile(values, 0.5))} ms, 95 % under ${Math.round(quantile(values, 0.95))} ms, longest ${Math.round(Math.max(...values))} ms`,
    )
  const p95 = quantile(all, 0.95)
  tell(`${crowd.people} people: 95 % under`, `${Math.round(p95)} ms`, '150 ms', p95 < 150)
  tell(
    `${crowd.people} people: failed of ${all.length}`,
    `${failed.length} ${[...new Set(failed)].join(', ')}`,
    '0',
    failed.length === 0,
  )
}

/** Copies of one job until there are very many, then the list from a server that has just been started. */
async function manyJobs({ address, marks, url }) {
  const count = IS_SHORT ? 500 : 10_000
  const { id } = await freshJob(address, DOCUMENT)
  const done = toolsOf(url)('psql', [
    ...['-d', 'foothold', '-v', 'ON_ERROR_STOP=1', '-qc'],
    `with one as (select '${id}'::text as id), numbers as (select generate_series(1, ${count}) n),
      new_jobs as (insert into jobs (id, name) select 'many-' || n, 'Part ' || n from numbers),
      old as (select d.*, v.body, v.format from documents d join document_versions v on v.document_id = d.id and v.version = d.current_version where d.job_id = (select id from one)),
      new_documents as (insert into documents (id, job_id, kind, position, current_version) select 'many-' || n || '-' || position, 'many-' || n, kind, position, 1 from numbers, old)
      insert into document_versions (document_id, version, body, format) select 'many-' || n || '-' || position, 1, body, format from numbers, old`,
  ])
  if (!done.ok) throw new Stop(`The jobs could not be copied: ${done.err}`)
  process.kill(marks.server.pid, 'SIGKILL')
  await wait(500)
  while ((await ask(address, 'GET', '/api/health', undefined, 2000)).status !== 200) await wait(100)
  // The first look is taken by what watches the server.
  await wait(3000)
  const cold = await ask(address, 'GET', '/')
  const warm = await ask(address, 'GET', '/?page=7')
  const found = await ask(address, 'GET', '/?search=Part%2099')
  tell(
    `${count} jobs: first page of the list after a start`,
    `${Math.round(cold.ms)} ms, then page 7 ${Math.round(warm.ms)} ms, found by name ${Math.round(found.ms)} ms`,
    '300 ms',
    cold.status === 200 && cold.ms < 300,
  )
}

async function kills({ address, killDatabase, marks, url }) {
  const blows = IS_SHORT ? 4 : 24
  let over = false
  // Made before anything is killed, however slow the machine is; the run of a way without a release has the way's id.
  const jobs = []
  for (let i = 0; i < 9; i++) jobs.push(await freshJob(address, DOCUMENT))
  const runs = jobs.slice(6).map((job) => job.ways[0].id)
  const writers = jobs.slice(0, 6).map((job) => keepSaving(address, job, () => over))
  const devices = runs.map((run) => keepEntering(address, run, () => over))
  await wait(1500)
  for (let i = 0; i < blows; i++) {
    // Where the one before is not up again yet there is nothing to kill.
    if (i % 2 === 0 && isAlive(marks.server)) process.kill(marks.server.pid, 'SIGKILL')
    if (i % 2 === 1 || i % 6 === 4) killDatabase()
    await wait(5000 + 500 * (i % 3))
    for (
      let k = 0;
      k < 200 && (await ask(address, 'GET', '/api/jobs', undefined, 2000)).status !== 200;
      k++
    )
      await wait(100)
  }
  over = true
  const done = await Promise.all(writers)
  const ledger = done.flatMap((d) => d.ledger)
  const kept = new Set(
    toolsOf(url)('psql', [
      '-d',
      'foothold',
      '-Atc',
      `select document_id || ' ' || version || ' ' || (body->>'name') from document_versions`,
    ])
      .out.trim()
      .split('\n'),
  )
  const lost = ledger.filter((l) => !kept.has(`${l.document} ${l.version} ${l.name}`))
  tell(
    `${blows} kills under load: lost of ${ledger.length} acknowledged saves`,
    String(lost.length),
    '0',
    lost.length === 0,
  )
  const entered = (await Promise.all(devices)).flat()
  const times = new Map()
  for (const id of toolsOf(url)('psql', ['-d', 'foothold', '-Atc', 'select id from run_entries'])
    .out.trim()
    .split('\n'))
    times.set(id, (times.get(id) ?? 0) + 1)
  const gone = entered.filter((id) => times.get(id) !== 1)
  tell(
    `${blows} kills under load: not there once of ${entered.length} acknowledged entries of runs`,
    String(gone.length),
    '0',
    gone.length === 0 && entered.length > 0,
  )
  const conflicts = done.filter((d) => d.conflict).length
  tell('saves sent again and taken for another’s', String(conflicts), '0', conflicts === 0)
}

/** Each process killed once more, with nobody at work: how long until it answers again. */
async function getsUp({ address, killDatabase, marks, mill }) {
  const until = async (answers) => {
    const begun = Date.now()
    while (!(await answers())) {
      if (Date.now() - begun > 40_000) return Infinity
      await wait(100)
    }
    return Date.now() - begun
  }
  const list = async () => (await ask(address, 'GET', '/api/jobs', undefined, 2000)).status === 200
  const one = async (what, kill, answers) => {
    kill()
    await wait(300)
    const ms = await until(answers)
    tell(
      `${what} killed: answers again after`,
      `${(ms / 1000).toFixed(1)} s`,
      'by itself, under 20 s',
      ms < 20_000,
    )
  }
  await wait(3000)
  await one('server', () => process.kill(marks.server.pid, 'SIGKILL'), list)
  await one('database', killDatabase, list)
  await one('mill', () => process.kill(marks.mill.pid, 'SIGKILL'), mill.answers)
  await one('server that hangs', () => process.kill(marks.server.pid, 'SIGSTOP'), list)
}

main().catch((error) => {
  end(error)
  process.exit(1)
})
