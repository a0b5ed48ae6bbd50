import { parentPort } from 'node:worker_threads'
import { type Answer, type Order, TASKS } from './tasks'
import { tellTo } from './telling'

/** The entry of a worker: does one task after another. It is ended from outside when one takes too long. */
parentPort?.on('message', ({ args, name, number }: Order) => {
  const task = TASKS[name] as (...given: readonly unknown[]) => unknown
  const done = (answer: Answer): void => parentPort?.postMessage(answer)
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
