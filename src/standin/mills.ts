import { randomInt } from 'node:crypto'
import {
  type Claim,
  type ExerciseId,
  type ExerciseSetup,
  hideTruth,
  type Looseness,
  Mill,
  type MillAction,
  overTheWork,
  type Score,
  seenWorld,
  scoreExercise,
  setUpExercise,
  type StreamMessage,
  type World,
} from '../core/floor/standin'

const STEP_MS = 20
const IDLE_MS = 30 * 60_000
const MOST_MILLS = 200

interface Running {
  readonly mill: Mill
  readonly exercise: ExerciseSetup | undefined
  readonly listeners: Set<(message: StreamMessage) => void>
  timer: ReturnType<typeof setInterval> | undefined
  last: number
  usedAt: number
}

/** The mills that run now. Each stands still while nobody listens to it. */
export class Mills {
  private readonly running = new Map<string, Running>()
  private next = 1

  constructor(private readonly now: () => number = () => performance.now()) {}

  get count(): number {
    return this.running.size
  }

  /** Sets up an exercise; without a seed its truth is drawn anew. */
  practise(id: ExerciseId, seed = randomInt(1, 2 ** 31)) {
    const exercise = setUpExercise(id, seed)
    const mill = new Mill(exercise.world, seed ^ 0x5bd1e995, exercise.start)
    const [first] = exercise.tools
    if (first) mill.do({ do: 'tool', tool: first })
    const { fault: _fault, world, ...told } = exercise
    return { mill: this.put(mill, exercise), seen: seenWorld(world), ...told }
  }

  /** Sets up a setup of a job, with a truth of its own. */
  standUp(world: World, viseSeed: number, setupSeed: number, loose: Looseness) {
    const truth = hideTruth(world, viseSeed, setupSeed, loose)
    return {
      mill: this.put(new Mill(truth, setupSeed, overTheWork(truth)), undefined),
      seen: seenWorld(truth),
    }
  }

  do(id: string, action: MillAction): boolean {
    const found = this.find(id)
    found?.mill.do(action)
    return found !== undefined
  }

  /** Hears every message until the returned function is called; undefined when there is no such mill. */
  listen(id: string, hear: (message: StreamMessage) => void): (() => void) | undefined {
    const found = this.find(id)
    if (!found) return undefined
    found.listeners.add(hear)
    hear(found.mill.message())
    if (!found.timer) {
      found.last = this.now()
      found.timer = setInterval(() => this.tick(found), STEP_MS)
    }
    return () => {
      found.listeners.delete(hear)
      if (found.listeners.size > 0) return
      clearInterval(found.timer)
      found.timer = undefined
    }
  }

  /** Scores an answer against what really stands there; undefined when it is no exercise. */
  score(id: string, claim: Claim): Score | undefined {
    const found = this.find(id)
    return found?.exercise && scoreExercise(found.exercise, found.mill.world, claim)
  }

  stopAll(): void {
    for (const { timer } of this.running.values()) clearInterval(timer)
    this.running.clear()
  }

  private tick(found: Running): void {
    const now = this.now()
    const message = found.mill.step(Math.min(200, now - found.last))
    found.last = now
    found.usedAt = now
    for (const hear of found.listeners) hear(message)
  }

  private find(id: string): Running | undefined {
    const found = this.running.get(id)
    if (found) found.usedAt = this.now()
    return found
  }

  private put(mill: Mill, exercise: ExerciseSetup | undefined): string {
    const now = this.now()
    for (const [id, other] of this.running)
      if (other.listeners.size === 0 && now - other.usedAt > IDLE_MS) this.running.delete(id)
    if (this.running.size >= MOST_MILLS) {
      const oldest = [...this.running]
        .filter(([, other]) => other.listeners.size === 0)
        .sort(([, a], [, b]) => a.usedAt - b.usedAt)[0]
      if (oldest) this.running.delete(oldest[0])
    }
    const id = `mill-${this.next++}-${randomInt(1e9)}`
    this.running.set(id, {
      mill,
      exercise,
      listeners: new Set(),
      timer: undefined,
      last: now,
      usedAt: now,
    })
    return id
  }
}
