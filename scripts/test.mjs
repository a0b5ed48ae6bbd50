import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { clusterDirectory, freePort, startCluster } from './lib/cluster.mjs'
import { millPlace } from './lib/mill.mjs'
import { needBuild, needPackages } from './lib/packages.mjs'
import { end, step, Stop } from './lib/say.mjs'
import { prepareDatabase, startServer } from './lib/server.mjs'
import { needDebian, run, runBeside } from './lib/shell.mjs'

const RESULTS = '.foothold/results'
const tally = { passed: 0, failed: 0 }

/** One check that either holds or does not; its output is shown when it does not. */
async function check(words, command, args, { env, holds = () => true } = {}) {
  step(words)
  const result = await runBeside(command, args, { env })
  const good = result.ok && holds(result.out)
  tally[good ? 'passed' : 'failed']++
  if (!good) console.log(`${result.out}\n${result.err}`.slice(-6000))
}

/** Fewer modules than this would mean that the boundary check looked at nothing. */
const FEWEST_MODULES = 300

function counted(words, file, count) {
  if (!existsSync(file)) {
    tally.failed++
    console.log(`✗ no result in ${file}`)
    return
  }
  const { failed, passed } = count(JSON.parse(readFileSync(file, 'utf8')))
  tally.passed += passed
  tally.failed += failed
  console.log(`  ${words}: ${passed} passed, ${failed} failed`)
  if (passed + failed === 0) tally.failed++
}

async function vitest(words, folder, env) {
  step(words)
  const file = `${RESULTS}/${folder.replaceAll('/', '-')}.json`
  const result = await runBeside(
    'npx',
    ['vitest', 'run', folder, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    { env },
  )
  if (!result.ok) console.log(`${result.out}\n${result.err}`.slice(-12000))
  counted(words, file, (r) => ({
    passed: r.numPassedTests,
    failed:
      r.numFailedTests +
      r.testResults.filter((t) => t.status === 'failed' && t.assertionResults.length === 0).length,
  }))
}

async function endToEnd(url) {
  const port = await freePort()
  const place = await millPlace()
  const mill = place.start()
  const env = {
    DATABASE_URL: url,
    FOOTHOLD_MILL_URL: place.url,
    FOOTHOLD_MILL_TOKEN: place.token,
    PORT: String(port),
  }
  const wrong = await prepareDatabase(run, url)
  if (wrong) throw new Stop(`The test database could not be prepared: ${wrong}`)
  const server = startServer(port, env, 'ignore')
  try {
    step('End to end, in the browser')
    const file = `${RESULTS}/e2e.json`
    const result = run('npx', ['playwright', 'test'], {
      env: { ...env, BASE_URL: `http://127.0.0.1:${port}`, PLAYWRIGHT_JSON_OUTPUT_NAME: file },
    })
    if (!result.ok) console.log(`${result.out}\n${result.err}`.slice(-12000))
    counted('In the browser', file, (r) => ({
      passed: r.stats.expected + r.stats.flaky,
      failed: r.stats.unexpected + r.errors.length,
    }))
  } finally {
    server.kill('SIGTERM')
    mill.kill('SIGTERM')
  }
}

async function main() {
  needPackages()
  rmSync(RESULTS, { recursive: true, force: true })
  mkdirSync(RESULTS, { recursive: true })
  needDebian('/usr/bin/chromium', ['chromium'], Stop, step)
  needDebian('/usr/bin/units', ['units'], Stop, step)
  needDebian('/usr/bin/pdftotext', ['poppler-utils'], Stop, step)
  needDebian('/usr/lib/python3/dist-packages/ezdxf', ['python3-ezdxf'], Stop, step)
  // Two lines of work side by side: what looks at the sources and builds, and what runs them.
  const cluster = throwawayCluster()
  try {
    const { url } = await cluster.begun
    await Promise.all([lookAtSources(), runUnits(url)])
    await endToEnd(url)
    await check('Killed under load: the short form of the trial', 'node', [
      'scripts/trial.mjs',
      ...['--short', '--only', 'kills'],
    ])
  } finally {
    await cluster.end()
  }
  console.log(`\n${tally.passed} passed, ${tally.failed} failed`)
  process.exitCode = tally.failed === 0 ? 0 : 1
}

function throwawayCluster() {
  const directory = clusterDirectory('test-cluster')
  rmSync(directory, { recursive: true, force: true })
  const begun = startCluster(directory, { throwaway: true })
  const end = async () => {
    await begun.then(
      (cluster) => cluster.stop(),
      () => undefined,
    )
    rmSync(directory, { recursive: true, force: true })
  }
  return { begun, end }
}

async function lookAtSources() {
  await check('Format', 'npx', ['prettier', '--check', '.'])
  await check('Lint', 'npx', ['eslint', '.', '--max-warnings', '0'])
  await runBeside('npx', ['next', 'typegen'], { env: { NEXT_TELEMETRY_DISABLED: '1' } })
  await check('Types', 'npx', ['tsc', '--noEmit'])
  await check('Types of the core, without browser or Node', 'npx', [
    'tsc',
    '--noEmit',
    '-p',
    'src/core/tsconfig.json',
  ])
  await check('Import boundaries', 'npx', ['depcruise', 'src', '--output-type', 'json'], {
    holds: (out) => {
      const { summary } = JSON.parse(out)
      for (const { from, rule, to } of summary.violations)
        console.log(`${rule.name}: ${from} → ${to}`)
      if (summary.totalCruised < FEWEST_MODULES)
        console.log(`only ${summary.totalCruised} modules were looked at`)
      return summary.error === 0 && summary.totalCruised >= FEWEST_MODULES
    },
  })
  await needBuild()
}

async function runUnits(url) {
  await vitest('Core', 'src/core')
  await vitest('Drawings in and out', 'src/exchange')
  await vitest('Screens’ own logic', 'src/features')
  await vitest('Solid', 'src/kernel')
  await vitest('Command line, sheet, files, mill', 'tests/unit')
  await vitest('Database', 'tests/db', { DATABASE_URL: url })
}

main().catch((error) => {
  end(error)
  console.log(`\n${tally.passed} passed, ${tally.failed + 1} failed`)
})
