import { ask as plainly } from './http.mjs'
import { wait } from './processes.mjs'

/** A request with a document or a group of fields as JSON, or with none. */
export const ask = (address, method, path, body, patienceMs) =>
  plainly(address, method, path, {
    patienceMs,
    ...(body !== undefined && {
      body: typeof body === 'string' ? body : JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    }),
  })

export const quantile = (values, p) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(p * values.length))] ?? 0

/** Brings a copy of a document in; answers its job with part and ways. */
export async function freshJob(address, text) {
  const { text: made } = await ask(address, 'POST', '/api/jobs/import?gear=ours', text)
  const { text: job } = await ask(address, 'GET', `/api/jobs/${JSON.parse(made).id}`)
  return JSON.parse(job)
}

/** People at their work: each opens a page a minute, saves each five seconds, asks for an analysis each ten. */
export async function peopleAtWork(address, text, { people, seconds }) {
  const jobs = []
  for (let i = 0; i < people; i++) jobs.push(await freshJob(address, text))
  const begun = Date.now()
  const end = begun + seconds * 1000
  const taken = { page: [], save: [], analysis: [] }
  const failed = []
  const note = (kind, answer) => {
    taken[kind].push(answer.ms)
    if (answer.status === 0 || answer.status >= 500) failed.push(`${kind} ${answer.status}`)
  }
  const every = async (ms, first, work) => {
    await wait(first)
    while (Date.now() < end) {
      const next = Date.now() + ms
      await work()
      await wait(Math.max(0, next - Date.now()))
    }
  }
  await Promise.all(
    jobs.flatMap((job, i) => {
      let { version } = job.part
      let n = 0
      const pages = ['/', `/jobs/${job.id}/part`, `/jobs/${job.id}/ways/${job.ways[0].id}`]
      return [
        every(60_000, (60_000 * i) / people, async () =>
          note('page', await ask(address, 'GET', pages[i % pages.length])),
        ),
        every(5000, (5000 * i) / people, async () => {
          const answer = await ask(address, 'PUT', `/api/documents/${job.part.id}`, {
            baseVersion: version,
            body: { ...job.part.body, name: `Person ${i}, ${++n}` },
          })
          note('save', answer)
          if (answer.status === 200) version = JSON.parse(answer.text).document.version
        }),
        every(10_000, (10_000 * i) / people, async () =>
          note('analysis', await ask(address, 'POST', '/api/analyse', text)),
        ),
      ]
    }),
  )
  return { taken, failed }
}

/** Saves a job on and on, sends again what got no answer, and keeps a ledger of what was acknowledged. */
export async function keepSaving(address, job, isOver) {
  let { version } = job.part
  const ledger = []
  let [tries, n] = [0, 0]
  while (!isOver()) {
    const name = `Save ${++n}`
    const body = { baseVersion: version, body: { ...job.part.body, name } }
    for (;;) {
      tries++
      const answer = await ask(address, 'PUT', `/api/documents/${job.part.id}`, body, 4000)
      if (answer.status === 200) {
        version = JSON.parse(answer.text).document.version
        ledger.push({ document: job.part.id, version, name })
        break
      }
      if (answer.status === 409) return { ledger, tries, conflict: name }
      await wait(150)
      if (isOver()) break
    }
  }
  return { ledger, tries, conflict: undefined }
}

/** Enters into a run on and on, sends again what got no answer, and keeps a ledger of what was acknowledged. */
export async function keepEntering(address, run, isOver) {
  const ledger = []
  let n = 0
  while (!isOver()) {
    const id = `${run}-${++n}`
    const body = { kind: 'note', step: 's-1 take', text: `Entry ${n}` }
    const entry = { id, piece: 1, who: 'Trial', at: n, body }
    while (!isOver()) {
      const answer = await ask(address, 'POST', `/api/runs/${run}/entries`, entry, 4000)
      if (answer.status === 200) {
        ledger.push(id)
        break
      }
      await wait(150)
    }
    await wait(50)
  }
  return ledger
}
