import { nanoid } from 'nanoid'
import { absent, type Issue, type Result, succeed } from '@/core/ground/issues'
import { type Watch } from './backroom/pool'

/** How far something long is, or what came of it. */
export type Running<Value> =
  | { readonly state: 'working'; readonly stage: string; readonly share: number }
  | { readonly state: 'done'; readonly result: Value }
  | { readonly state: 'refused'; readonly issues: readonly Issue[] }

interface Held<Value> {
  now: Running<Value>
  readonly stop: AbortController
  readonly since: number
}

/** Runs are held in this process: so long after they began, and so many of them, ms. */
const [HELD_MS, MOST_HELD] = [60 * 60_000, 60]

const BROKE =
  'This could not be worked out: what was at it broke off. Nothing was changed; try again.'

/** Work that takes longer than an answer may: begun, asked how far it is, stopped, each by its id. */
export class Runs<Value> {
  private readonly held = new Map<string, Held<Value>>()

  begin(work: (watch: Watch) => Promise<Result<Value>>): string {
    this.forgetOld()
    const id = nanoid(12)
    const stop = new AbortController()
    const one: Held<Value> = {
      now: { state: 'working', stage: 'waiting', share: 0 },
      stop,
      since: Date.now(),
    }
    this.held.set(id, one)
    const progress = (stage: string, share: number): void => {
      if (one.now.state === 'working') one.now = { state: 'working', stage, share }
    }
    void work({ progress, signal: stop.signal }).then(
      (made) => {
        one.now = made.ok
          ? { state: 'done', result: made.value }
          : { state: 'refused', issues: made.issues }
      },
      (error: unknown) => {
        console.error(error)
        // What the pool says of itself is meant to be read.
        const isSaid = error instanceof Error && error.message.startsWith('The server has more')
        const sentence = isSaid ? error.message : BROKE
        one.now = { state: 'refused', issues: [{ code: 'run.broke', path: '', sentence }] }
      },
    )
    return id
  }

  howFar(id: string): Result<Running<Value>> {
    const one = this.held.get(id)
    return one ? succeed(one.now) : gone()
  }

  stop(id: string): Result<Running<Value>> {
    const one = this.held.get(id)
    if (!one) return gone()
    one.stop.abort()
    this.held.delete(id)
    return succeed(one.now)
  }

  private forgetOld(): void {
    for (const [id, one] of this.held)
      if (Date.now() - one.since > HELD_MS || this.held.size > MOST_HELD) this.held.delete(id)
  }
}

const gone = (): Result<never> => absent('run.gone', 'That is no longer held. Begin it again.')
