import { spawn } from 'node:child_process'
import { freePort } from './cluster.mjs'

/** Starts the stand-in mill on a free port of the loopback; answers its address and how to stop it. */
export async function startMill() {
  const port = await freePort()
  const service = spawn('node', ['--import', 'tsx', 'src/standin/main.ts'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, MILL_PORT: String(port) },
  })
  return { url: `http://127.0.0.1:${port}`, stop: () => service.kill('SIGTERM') }
}
