import { ask } from './http.mjs'
import { markOf, wait } from './processes.mjs'
import { step } from './say.mjs'

const MOST_RESTARTS = 5
const WITHIN_MS = 60_000
const LOOK_EVERY_MS = 3000
/** So many looks without an answer, one after another, count as dead. */
const DEAF_AFTER = 4

/**
 * Keeps one process up: starts it again when it ends by itself, ends it when it does not answer any more.
 *
 * @param name - what it is called in words.
 * @param start - starts it and answers the child process.
 * @param answers - whether it answers now.
 * @param changed - told whenever another process has taken its place.
 * @param gaveUp - told when it ended too often.
 * @param awake - told when it answers for the first time after each start.
 */
export function keepUp({ answers, awake, changed, gaveUp, name, start }) {
  const restarts = []
  let [child, stopping, deaf] = [undefined, false, 0]
  const ready = async () => {
    for (let i = 0; i < 150; i++) {
      if (await answers()) return true
      await wait(100)
    }
    return false
  }
  const begin = () => {
    child = start()
    if (awake) void ready().then((isUp) => isUp && awake())
    deaf = 0
    changed(markOf(child.pid))
    child.once('exit', (code, signal) => {
      if (stopping) return
      const now = Date.now()
      restarts.push(now)
      while (restarts[0] < now - WITHIN_MS) restarts.shift()
      if (restarts.length > MOST_RESTARTS) return gaveUp(name)
      step(`${name} ended by itself (${signal ?? `code ${code}`}); starting it again`)
      setTimeout(() => stopping || begin(), 200 * restarts.length)
    })
  }
  begin()
  const look = setInterval(async () => {
    if (await answers()) {
      deaf = 0
      return
    }
    if (++deaf < DEAF_AFTER || stopping) return
    deaf = 0
    step(`${name} does not answer any more; starting it again`)
    child.kill('SIGKILL')
  }, LOOK_EVERY_MS)
  return {
    ready,
    stop: () => {
      stopping = true
      clearInterval(look)
      return markOf(child.pid)
    },
  }
}

/** Whether an address answers well within some time. */
export const answersAt = (address, path, headers) => async () =>
  (await ask(address, 'GET', path, { headers, patienceMs: 5000 })).status === 200
