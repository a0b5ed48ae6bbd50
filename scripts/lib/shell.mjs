import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

/** Runs a command to its end; its output is shown only when asked for or when it fails. */
export function run(command, args, options = {}) {
  const { show = false, env = {}, ...rest } = options
  const result = spawnSync(command, args, {
    encoding: 'utf8',
    stdio: show ? 'inherit' : 'pipe',
    env: { ...process.env, ...env },
    maxBuffer: 1 << 26,
    ...rest,
  })
  return {
    ok: result.status === 0,
    code: result.status,
    out: result.stdout ?? '',
    err: result.stderr ?? result.error?.message ?? '',
  }
}

/** The same without waiting in between, so that something else can run beside it. */
export function runBeside(command, args, { env = {} } = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
    })
    const result = { ok: false, code: null, out: '', err: '' }
    child.stdout.on('data', (chunk) => (result.out += chunk))
    child.stderr.on('data', (chunk) => (result.err += chunk))
    child.on('error', (error) => done({ ...result, err: error.message }))
    child.on('close', (code) => done({ ...result, ok: code === 0, code }))
  })
}

export const isRoot = process.getuid?.() === 0

/** Installs Debian packages; asks apt only when a file that they bring is missing. */
export function needDebian(file, packages, Stop, step) {
  if (existsSync(file)) return
  step(`Installing ${packages.join(', ')} from Debian`)
  const sudo = isRoot ? [] : ['sudo', '-n']
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args]
    return run(command, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } })
  }
  apt('update')
  const installed = apt('install', '-y', '--no-install-recommends', ...packages)
  if (!installed.ok || !existsSync(file)) {
    const why = isRoot
      ? installed.err.trim().split('\n').slice(-2).join(' ')
      : 'this user may not install packages'
    throw new Stop(
      `${packages.join(', ')} could not be installed: ${why}\n  Have an administrator run: apt-get install ${packages.join(' ')}`,
    )
  }
}
