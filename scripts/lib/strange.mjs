import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { ask } from './people.mjs'

/** Every route of the application, from its folders; `[name]` is filled in. */
function routes(folder = 'src/app', path = '') {
  return readdirSync(folder).flatMap((name) => {
    const at = join(folder, name)
    if (statSync(at).isDirectory()) return routes(at, `${path}/${name}`)
    return name === 'route.ts' || name === 'page.tsx' ? [path || '/'] : []
  })
}

const IDS = [
  'nothing',
  '%00',
  '..%2f..',
  'constructor',
  '__proto__',
  '%E0%A4%A',
  '%F0%9F%98%80',
  'a'.repeat(2000),
  "'%3B%20drop%20table%20jobs",
]
const BODIES = [
  undefined,
  '',
  '{',
  'null',
  '[]',
  '{"name":"half \\ud83d"}',
  '{"baseVersion":1,"body":{"__proto__":{}}}',
  '{"baseVersion":1e99,"body":null}',
  `{"name":${'['.repeat(3000)}${']'.repeat(3000)}}`,
  JSON.stringify({ length: '('.repeat(5000) }),
  'x'.repeat(100_000),
]
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS', 'HEAD']
/** What looks like the inside of the program. */
const INSIDE = /\bat .+\(.*:\d+:\d+\)|node_modules|postgresql:\/\/|ECONN/

/** Asks every route for what makes no sense, and lists what it should not have answered. */
export async function strangeRequests(address, count) {
  const all = routes()
  const wrong = []
  let slowestMs = 0
  for (let i = 0; i < count; i++) {
    const pick = (list, by) => list[Math.floor(i / by) % list.length]
    const route = all[i % all.length].replace(/\[[^\]]*\]/g, () => pick(IDS, all.length))
    const method = pick(METHODS, 7)
    // Beginning a mill's stream never ends by itself.
    const body = method === 'GET' || method === 'HEAD' ? undefined : pick(BODIES, 11)
    const query = i % 3 === 0 ? '?way=%00&setup=-1&page=1e9&as=nothing&samples=1e12' : ''
    const answer = await ask(address, method, route + query, body, 8000)
    slowestMs = Math.max(slowestMs, answer.ms)
    const isBad =
      answer.status === 0 ||
      (answer.status >= 500 && answer.status !== 503) ||
      INSIDE.test(answer.text) ||
      answer.ms > 2000
    if (isBad)
      wrong.push(
        `${method} ${route.slice(0, 90)}${query}: ${answer.status}, ${Math.round(answer.ms)} ms`,
      )
  }
  return { routes: all.length, slowestMs, wrong }
}
