import { parentPort } from 'node:worker_threads'
import { type Mesh } from '@/core/ground/mesh'
import { facetsFrom, takeModelsFrom } from '@/kernel'
import { type Answer, type Handed, type Order, TASKS } from './tasks'
import { tellTo } from './telling'

/** Who waits for the facets of which body. */
const asked = new Map<string, (mesh: Mesh | undefined) => void>()

function take({ body, digest, facets }: Handed): void {
  const key = `${digest} ${body}`
  asked.get(key)?.(facets && facetsFrom(new Uint8Array(facets).buffer))
  asked.delete(key)
}

/** The entry of a worker: does one task after another. It is ended from outside when one takes too long. */
parentPort?.on('message', (message: Order | Handed) => {
  if ('digest' in message) return take(message)
  const { args, name, number } = message
  const task = TASKS[name] as (...given: readonly unknown[]) => unknown
  const done = (answer: Answer): void => parentPort?.postMessage(answer)
  takeModelsFrom((digest, body) => {
    done({ number, wants: { digest, body } })
    return new Promise((found) => asked.set(`${digest} ${body}`, found))
  })
  tellTo((stage, share) => done({ number, stage, share }))
  Promise.resolve()
    .then(() => task(...args))
    .then(
      (value) => done({ number, value }),
      (error: unknown) =>
        done({
          number,
          error: error instanceof Error ? (error.stack ?? error.message) : String(error),
        }),
    )
})
