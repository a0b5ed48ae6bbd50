import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bundlePrograms } from './programs.mjs'
import { run, runBeside } from './shell.mjs'
import { Stop, step } from './say.mjs'

const STAMPS = '.foothold/stamps'

const stampOf = (name) =>
  existsSync(join(STAMPS, name)) ? readFileSync(join(STAMPS, name), 'utf8') : ''
function setStamp(name, value) {
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(join(STAMPS, name), value)
}

/** Installs the packages of the committed lock when they are not those that are here. */
export function needPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  if (
    existsSync('node_modules/next/package.json') &&
    (stampOf('packages') === lock || stampOf('packages') === '')
  ) {
    if (stampOf('packages') === lock) return
    if (
      existsSync('node_modules/.package-lock.json') &&
      statSync('node_modules/.package-lock.json').mtimeMs >= statSync('package-lock.json').mtimeMs
    )
      return setStamp('packages', lock)
  }
  step('Installing packages (a minute or two the first time)')
  const installed = run('npm', ['install', '--no-audit', '--no-fund'])
  if (!installed.ok)
    throw new Stop(
      `npm install failed:\n  ${installed.err.trim().split('\n').slice(-6).join('\n  ')}\n  Check that the registry can be reached, and run the command again.`,
    )
  setStamp('packages', lock)
}

const BUILT_FROM = [
  'src',
  'next.config.ts',
  'package-lock.json',
  'tsconfig.json',
  'postcss.config.mjs',
  'public',
]

/** One hash over all that the build is made from. */
function sourceHash() {
  const hash = createHash('sha256')
  const walk = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory())
      for (const entry of readdirSync(path).sort()) walk(join(path, entry))
    else hash.update(path).update(readFileSync(path))
  }
  BUILT_FROM.forEach(walk)
  return hash.digest('hex')
}

/** Builds the application when the sources are not those of the last build. */
export async function needBuild() {
  const now = sourceHash()
  const isThere = existsSync('.next/BUILD_ID') && existsSync('.foothold/build/backroom.mjs')
  if (isThere && stampOf('build') === now) return
  step('Building (half a minute)')
  await bundlePrograms()
  const built = await runBeside('npx', ['next', 'build'], { env: { NEXT_TELEMETRY_DISABLED: '1' } })
  if (!built.ok)
    throw new Stop(`The build failed:\n${built.out.slice(-3000)}\n${built.err.slice(-2000)}`)
  setStamp('build', now)
}
