import { availableParallelism } from 'node:os'
import { resolve } from 'node:path'
import { Worker } from 'node:worker_threads'
import { fail, type Result } from '@/core/ground/issues'
import { findFacets, findSolidFile } from '@/db'
import {
  type Answer,
  type Handed,
  type Order,
  type TaskName,
  type Tasks,
  type Wanted,
} from './tasks'

/** Too much is waiting already: to be answered at once, with when to come again. */
export class Busy extends Error {
  constructor() {
    super('The server has more to do than it can take on just now. It is tried again in a moment.')
  }
}

export interface Limits {
  readonly workers: number
  /** How long one task may take, and may wait for a worker, ms. */
  readonly taskMs: number
  readonly waitMs: number
  /** Memory that one worker may take, MB. */
  readonly memoryMb: number
  /** Tasks that may wait. */
  readonly waiting: number
}

const LIMITS: Limits = {
  workers: Math.max(2, Math.min(4, availableParallelism() - 1)),
  taskMs: 20_000,
  waitMs: 8_000,
  memoryMb: 1024,
  waiting: 60,
}

/** How a task is watched: told how far it is, and stopped from outside. */
export interface Watch {
  readonly progress?: (stage: string, share: number) => void
  readonly signal?: AbortSignal
}

/** Finds a file that is kept, or the facets of a body of it, as bytes. */
export type FileStore = (wanted: Wanted) => Promise<Uint8Array | undefined>

interface Waiting {
  readonly order: Order
  readonly since: number
  readonly watch: Watch
  readonly settle: (answer: Result<never> | Answer | Busy) => void
}

interface Hand {
  readonly worker: Worker
  task: { readonly waiting: Waiting; readonly clock: NodeJS.Timeout } | undefined
}

/**
 * Workers that do tasks off the server's own thread, each within limits of time and memory. A task that
 * goes over them is ended with its worker and answered with a sentence; the next gets a new worker.
 */
export class Pool {
  private readonly hands: Hand[] = []
  private readonly queue: Waiting[] = []
  private number = 0

  constructor(
    private readonly script: string,
    private readonly limits: Limits = LIMITS,
    private readonly bring: FileStore = () => Promise.resolve(undefined),
  ) {}

  /** @throws {Busy} when too much waits already, or it has waited too long. */
  run<Name extends TaskName>(
    name: Name,
    ...args: Parameters<Tasks[Name]>
  ): Promise<Awaited<ReturnType<Tasks[Name]>> | Result<never>> {
    return this.watched({}, name, ...args)
  }

  /** The same, watched: a task that is stopped is answered as one that went over its limits. */
  async watched<Name extends TaskName>(
    watch: Watch,
    name: Name,
    ...args: Parameters<Tasks[Name]>
  ): Promise<Awaited<ReturnType<Tasks[Name]>> | Result<never>> {
    if (this.queue.length >= this.limits.waiting) throw new Busy()
    const order: Order = { number: ++this.number, name, args }
    const answer = await new Promise<Result<never> | Answer | Busy>((settle) => {
      const waiting = { order, since: Date.now(), watch, settle }
      this.queue.push(waiting)
      watch.signal?.addEventListener('abort', () => this.stop(waiting))
      this.next()
    })
    if (answer instanceof Busy) throw answer
    if ('ok' in answer) return answer
    if ('error' in answer) throw new Error(answer.error)
    if (!('value' in answer)) throw new Error('a task ended without an answer')
    return answer.value as Awaited<ReturnType<Tasks[Name]>>
  }

  /** How many tasks are done at once. */
  get size(): number {
    return this.limits.workers
  }

  /** Whether a worker has been started and lives. */
  get isUp(): boolean {
    return this.hands.length > 0
  }

  /** Ends every worker. */
  async close(): Promise<void> {
    await Promise.all(this.hands.splice(0).map(({ worker }) => worker.terminate()))
  }

  private stop(waiting: Waiting): void {
    const at = this.queue.indexOf(waiting)
    if (at >= 0) {
      this.queue.splice(at, 1)
      waiting.settle(fail('work.stopped', STOPPED))
    }
    const hand = this.hands.find((one) => one.task?.waiting === waiting)
    if (hand) this.dismiss(hand, STOPPED)
  }

  private next(): void {
    while (this.queue.length > 0) {
      const hand = this.freeHand()
      if (!hand) return
      const waiting = this.queue.shift() as Waiting
      if (Date.now() - waiting.since > this.limits.waitMs) {
        waiting.settle(new Busy())
        continue
      }
      const clock = setTimeout(() => this.dismiss(hand, OVER_TIME), this.limits.taskMs)
      hand.task = { waiting, clock }
      hand.worker.ref()
      hand.worker.postMessage(waiting.order)
    }
  }

  private freeHand(): Hand | undefined {
    const free = this.hands.find((hand) => !hand.task)
    if (free || this.hands.length >= this.limits.workers) return free
    const worker = new Worker(this.script, {
      resourceLimits: { maxOldGenerationSizeMb: this.limits.memoryMb },
      stdout: true,
    })
    // Packages print what they do not know; it is told in the answers.
    worker.stdout.resume()
    const hand: Hand = { worker, task: undefined }
    worker.on('message', (answer: Answer) => {
      // An answer that comes after its time has run out is nobody's.
      if (hand.task?.waiting.order.number !== answer.number) return
      if ('stage' in answer) hand.task.waiting.watch.progress?.(answer.stage, answer.share)
      else if ('wants' in answer) void this.handOver(worker, answer.wants)
      else this.release(hand, answer)
    })
    worker.on('error', (error) =>
      this.dismiss(
        hand,
        'code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? OVER_MEMORY : BROKE,
      ),
    )
    worker.on('exit', () => this.dismiss(hand, BROKE))
    worker.unref()
    this.hands.push(hand)
    return hand
  }

  /** Gives a worker what it asks for; it has no way to the store of its own. */
  private async handOver(worker: Worker, wanted: Wanted): Promise<void> {
    const bytes = await this.bring(wanted).catch(() => undefined)
    worker.postMessage({ ...wanted, bytes } satisfies Handed)
  }

  private release(hand: Hand, answer: Result<never> | Answer): void {
    const { task } = hand
    hand.task = undefined
    // A worker that has nothing to do keeps no process up.
    hand.worker.unref()
    if (task) {
      clearTimeout(task.clock)
      task.waiting.settle(answer)
    }
    this.next()
  }

  private dismiss(hand: Hand, sentence: string): void {
    const at = this.hands.indexOf(hand)
    if (at < 0) return
    this.hands.splice(at, 1)
    void hand.worker.terminate()
    this.release(hand, fail('work.stopped', sentence))
  }
}

const OVER_TIME =
  'This took far longer than it should and was stopped: the file is damaged, or asks for more than can be worked out. Nothing was changed.'
const OVER_MEMORY =
  'This needed more memory than one file may take and was stopped: the file is damaged, or far too large. Nothing was changed.'
const BROKE = 'This could not be worked out: what was doing it broke off. Nothing was changed.'

const STOPPED = 'This was stopped. Nothing was changed.'

const holder = globalThis as typeof globalThis & {
  footholdBackroom?: Pool
  footholdSolids?: Pool
}

const SCRIPT = (): string =>
  process.env.FOOTHOLD_BACKROOM ?? resolve('.foothold/build/backroom.mjs')

/** Solids of files take longer and hold the exact kernel: they have a worker of their own, so that nothing else waits for them. */
const SOLID_LIMITS: Limits = {
  workers: 1,
  taskMs: 120_000,
  waitMs: 120_000,
  memoryMb: 2048,
  waiting: 8,
}

const stored: FileStore = async ({ body, digest }) =>
  body === undefined ? (await findSolidFile(digest))?.bytes : findFacets(digest, body)

export function solidsRoom(): Pool {
  holder.footholdSolids ??= new Pool(SCRIPT(), SOLID_LIMITS, stored)
  return holder.footholdSolids
}

/** The pool of this process; its script is bundled beside the build. */
export function backroom(): Pool {
  holder.footholdBackroom ??= new Pool(SCRIPT(), LIMITS, stored)
  return holder.footholdBackroom
}
