import { parentPort } from 'node:worker_threads'
import { facetsFrom, takeModelsFrom } from '@/kernel'
import { takeFilesFrom } from '../solids/filesAtHand'
import { type Answer, type Handed, type Order, TASKS, type Wanted } from './tasks'
import { tellTo } from './telling'

/** Who waits for which file, or for the facets of which body of it. */
const asked = new Map<string, (bytes: Uint8Array | undefined) => void>()
const keyOf = ({ body, digest }: Wanted): string => `${digest} ${body ?? 'file'}`

function take(handed: Handed): void {
  const key = keyOf(handed)
  asked.get(key)?.(handed.bytes)
  asked.delete(key)
}

/** The entry of a worker: does one task after another. It is ended from outside when one takes too long. */
parentPort?.on('message', (message: Order | Handed) => {
  if ('digest' in message) return take(message)
  const { args, name, number } = message
  const task = TASKS[name] as (...given: readonly unknown[]) => unknown
  const done = (answer: Answer): void => parentPort?.postMessage(answer)
  const want = (wants: Wanted): Promise<Uint8Array | undefined> => {
    done({ number, wants })
    return new Promise((found) => asked.set(keyOf(wants), found))
  }
  takeModelsFrom(async (digest, body) => {
    const facets = await want({ digest, body })
    return facets && facetsFrom(new Uint8Array(facets).buffer)
  })
  takeFilesFrom((digest) => want({ digest }))
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
