import { type Solve } from '@/core/chain/fitting'
import { diagnose, makeMeasured, steerPieces } from '@/core/floor/steering'
import {
  type EntryBody,
  measuredPiece,
  pieceState,
  readAsked,
  type RunEntry,
  stepsOf,
} from '@/core/paper/run'
import { type Plan } from '@/core/plan/planning'
import { movedOf } from '@/core/predict/measured'
import { predictWay } from '@/core/predict/prediction'
import { type Practice } from './hidden'
import { readingsOn } from './runTasks'

/** What comes of a practice piece when every reading that is asked for is taken, and every advice. */
export interface Played {
  /** The hidden fault was named, or what shows the same, before the last cut. */
  readonly isNamed: boolean
  /** A requirement that the fault would have spoiled holds. */
  readonly isSaved: boolean
}

/** Goes through a way as the page at the machine asks for it, and takes what is advised. */
export function playThrough(plan: Plan, practice: Practice, solve: Solve): Played {
  const prediction = predictWay(plan)
  const steps = stepsOf(prediction)
  const entries: RunEntry[] = []
  const enter = (body: EntryBody): void => {
    const id = `played ${String(entries.length).padStart(5, '0')}`
    entries.push({ id, piece: 1, who: 'stand-in', at: entries.length, body })
  }
  let isNamed = false
  for (const step of steps) {
    const missing = pieceState(steps, entries, 1).missing(step)
    if (missing.length > 0) {
      const read = readingsOn(plan, entries, 1, practice)
      for (const ask of missing) {
        const value = read.ok ? readAsked(read.value, ask) : undefined
        if (value) enter({ kind: 'measured', step: step.id, value })
      }
      const pieces = [measuredPiece(pieceState(steps, entries, 1), 1)]
      const steered = steerPieces(plan, { pieces }, solve)
      const moves = (steered.ok && steered.value[0]?.advice.moves) || []
      for (const move of moves)
        enter({ kind: 'moved', step: step.id, move: movedOf(move), taken: true })
      if (moves.length > 0 && !isNamed) isNamed = namesIt(plan, pieces, practice)
    }
    enter({ kind: 'done', step: step.id })
  }
  const { moved } = pieceState(steps, entries, 1)
  const [left, taken] = [undefined, moved].map((moves) => excessOf(plan, practice, moves))
  const spoiled = Object.entries(left ?? {}).filter(([, excess]) => excess > 0)
  return {
    isNamed,
    isSaved:
      Object.values(taken ?? {}).filter((excess) => excess > 0).length < spoiled.length &&
      spoiled.some(([id]) => (taken?.[id] ?? 1) <= 0),
  }
}

type Pieces = Parameters<typeof diagnose>[1]['pieces']

function namesIt(plan: Plan, pieces: Pieces, { faults }: Practice): boolean {
  const found = diagnose(plan, { pieces })
  const cause = found.ok ? found.value.causes[0] : undefined
  return cause !== undefined && [cause.key, ...cause.also].some((key) => key in faults)
}

function excessOf(
  plan: Plan,
  { faults, seed }: Practice,
  moved: Pieces[number]['moved'],
): Readonly<Record<string, number>> {
  const made = makeMeasured(plan, {
    faults: new Map(Object.entries(faults)),
    pieces: 1,
    seed,
    moved,
  })
  return made.ok ? (made.value[0]?.excess ?? {}) : {}
}
