import { spawn } from 'node:child_process'
import { ask } from './http.mjs'

/** Starts the built application on a port of the loopback. */
export const startServer = (port, env, stdio = ['ignore', 'ignore', 'inherit']) =>
  spawn(
    'node',
    [
      '--import',
      './scripts/lib/noTrace.mjs',
      'node_modules/next/dist/bin/next',
      'start',
      '-H',
      '127.0.0.1',
      '-p',
      String(port),
    ],
    {
      stdio,
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    },
  )

/** The first look at a page is slow, its program being read: it is taken before the first person comes. */
export const firstLook = (address) => () => ask(address, 'GET', '/')

/** Brings the tables of a database up to date and loads the demo, once. Answers what went wrong, if anything. */
export async function prepareDatabase(run, url) {
  const prepared = run('node', ['--import', 'tsx', 'scripts/prepare-database.ts'], {
    env: { DATABASE_URL: url },
  })
  return prepared.ok ? undefined : prepared.err.trim().split('\n').slice(0, 8).join('\n  ')
}
