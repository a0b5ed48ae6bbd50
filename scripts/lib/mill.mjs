import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { freePort } from './cluster.mjs'
import { answersAt } from './watch.mjs'

/** Where a stand-in mill will listen, and the word that it wants to hear with every request. */
export async function millPlace(wantedPort = 0) {
  const port = await freePort(wantedPort).catch(() => freePort())
  const token = randomBytes(18).toString('hex')
  const url = `http://127.0.0.1:${port}`
  return {
    port,
    url,
    token,
    start: () =>
      spawn('node', ['--import', 'tsx', 'src/standin/main.ts'], {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, MILL_PORT: String(port), FOOTHOLD_MILL_TOKEN: token },
      }),
    answers: answersAt(url, '/health', { authorization: `Bearer ${token}` }),
  }
}
