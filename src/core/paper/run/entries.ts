import { type InProcess, type MeasuredPiece, type ReadValue } from '../../predict/measured'
import { type Asked } from './asks'
import { featuresOf, goneThrough, type SeatedAt, type ToCut, toCutIn } from './gone'
import { type RunEntry, standing } from './log'
import { matesMeasured } from './mates'
import { type Moves, movesOf, summed } from './moves'
import { type RunStep } from './steps'

/** How far one piece is. */
export interface PieceState {
  /** The step that is next; undefined when all are done. */
  readonly next: RunStep | undefined
  readonly done: ReadonlySet<string>
  readonly skipped: ReadonlyMap<string, string>
  /** Steps that were done and have to be done again, because something changed. */
  readonly fallen: readonly string[]
  /** What of each step's asked measurements is still missing. */
  readonly missing: (step: RunStep) => readonly Asked[]
  readonly values: readonly (ReadValue & {
    readonly entry: string
    readonly who: string
    readonly at: number
  })[]
  readonly moved: Moves
  /** Where it was seated and zero found anew in the middle of a setup. */
  readonly anew: readonly SeatedAt[]
  /** What is keyed in: corrections of one thing added up, those kept from pieces before with them. */
  readonly inForce: PieceState['moved']
  /** What of it is for this piece only: it is put back when the setup is done. */
  readonly putBack: PieceState['moved']
  /** What of a setup a correction still moves; all of it where nothing there is cut. */
  readonly toCut: (setup: string) => ToCut
  /** Steps at which it was said what becomes of the advice, and nothing was measured since. */
  readonly decided: ReadonlySet<string>
  readonly isPaused: boolean
  /** Seconds worked on each setup, pauses left out. */
  readonly seconds: ReadonlyMap<string, number>
  /** Setups of which everything is cut. */
  readonly setupsDone: number
  /** What is cut already in the setup after those. */
  readonly cut: readonly string[]
  /** What of it is rough cut only. */
  readonly roughed: readonly string[]
  /** Readings of the same thing that do not agree: both are kept. */
  readonly disagree: readonly string[]
}

/** Two readings of one thing that differ by more than this are asked about, in parts of what they are known to (common practice, no source). */
const AGREE = 2
const USUAL_MM = 0.005

/** How far a piece is, by what was entered; the order in which entries come in does not matter. */
export function pieceState(
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): PieceState {
  const log = standing(entries, piece)
  const { anew, done, fallen, skipped } = goneThrough(steps, log)
  const moves = movesOf(steps, entries, piece, anew)
  const values = log.flatMap(({ at, body, id, who }) =>
    body.kind === 'measured' ? [{ ...body.value, entry: id, who, at }] : [],
  )
  const missing = ({ asks, id }: RunStep): readonly Asked[] =>
    asks.filter(
      ({ hidden, reading, requirement }) =>
        hidden === undefined &&
        !log.some(
          ({ body }) =>
            body.kind === 'measured' &&
            body.step === id &&
            body.value.requirement === requirement &&
            body.value.reading === reading,
        ),
    )
  const isOver = ({ id }: RunStep): boolean => done.has(id) || skipped.has(id)
  return {
    next: steps.find((one) => !isOver(one)),
    done,
    skipped,
    fallen: [...fallen],
    missing,
    values,
    anew,
    moved: moves.map(({ move }) => move),
    inForce: summed(moves.filter(({ isKeyedIn }) => isKeyedIn)),
    putBack: summed(moves.filter(({ isFollowing, isKeyedIn }) => isKeyedIn && !isFollowing)),
    toCut: (setup) => toCutIn(steps, setup, isOver),
    decided: decidedIn(log),
    isPaused:
      log.findLast(({ body }) => body.kind === 'paused' || body.kind === 'resumed')?.body.kind ===
      'paused',
    seconds: secondsOf(steps, log),
    ...cutSoFar(steps, isOver),
    disagree: disagreeing(values),
  }
}

function decidedIn(log: readonly RunEntry[]): ReadonlySet<string> {
  const last = log.findLastIndex(({ body }) => body.kind === 'measured')
  return new Set(
    log.slice(last + 1).flatMap(({ body }) => (body.kind === 'moved' ? [body.step] : [])),
  )
}

/** What is cut: a setup with its last cut, a feature with the last of its cuts there. */
function cutSoFar(
  steps: readonly RunStep[],
  isOver: (step: RunStep) => boolean,
): Pick<PieceState, 'setupsDone' | 'cut' | 'roughed'> {
  const setups = [...new Set(steps.map(({ setup }) => setup))]
  const cutsIn = (setup: string | undefined): readonly RunStep[] =>
    steps.filter((one) => one.setup === setup && one.kind === 'cut')
  const firstOpen = setups.findIndex((setup) => !cutsIn(setup).every(isOver))
  const open = cutsIn(setups[firstOpen])
  const left = new Set(featuresOf(open.filter((one) => !isOver(one))))
  const roughs = open.filter((one) => isOver(one) && one.cuts?.pass === 'rough')
  return {
    setupsDone: firstOpen < 0 ? setups.length : firstOpen,
    cut: featuresOf(open).filter((one) => !left.has(one)),
    roughed: featuresOf(roughs).filter((one) => left.has(one)),
  }
}

/** A pause longer than this between two entries is not counted as work, s (common practice, no source). */
const LONG_S = 2 * 3600

function secondsOf(
  steps: readonly RunStep[],
  log: readonly RunEntry[],
): ReadonlyMap<string, number> {
  const setupOf = new Map(steps.map(({ id, setup }) => [id, setup]))
  const seconds = new Map<string, number>()
  let before: RunEntry | undefined
  for (const entry of log) {
    const setup = setupIn(entry.body, setupOf)
    const spent = before ? (entry.at - before.at) / 1000 : 0
    const isWork =
      before?.body.kind !== 'paused' && (spent < LONG_S || entry.body.kind === 'worked')
    if (setup !== undefined && isWork) seconds.set(setup, (seconds.get(setup) ?? 0) + spent)
    before = entry
  }
  return seconds
}

/** Where something happened. */
const setupIn = (
  body: RunEntry['body'],
  setupOf: ReadonlyMap<string, string>,
): string | undefined =>
  'setup' in body ? body.setup : 'step' in body ? setupOf.get(body.step) : undefined

/** Seconds since something was entered of a piece, where that is so long that it has to be asked about; else 0. */
export function silenceOf(entries: readonly RunEntry[], piece: number, now: number): number {
  const last = standing(entries, piece).at(-1)
  const spent = last ? (now - last.at) / 1000 : 0
  return last?.body.kind === 'paused' || spent < LONG_S ? 0 : spent
}

function disagreeing(values: PieceState['values']): readonly string[] {
  const found = new Set<string>()
  values.forEach((one, i) =>
    values.slice(i + 1).forEach((other) => {
      if (!isReadingOf(one, { ...other, inProcess: other })) return
      const known = Math.hypot(one.plusMinus ?? USUAL_MM, other.plusMinus ?? USUAL_MM)
      if (Math.abs(one.value - other.value) > AGREE * known) found.add(one.requirement)
    }),
  )
  return [...found]
}

/** What was measured on a piece, as the engine takes it. */
export const measuredPiece = (state: PieceState, piece: number): MeasuredPiece => ({
  id: String(piece),
  done: state.setupsDone,
  ...(state.cut.length > 0 && { cut: [...state.cut] }),
  ...(state.roughed.length > 0 && { roughed: [...state.roughed] }),
  ...(state.anew.length > 0 && { anew: state.anew.map(({ at: _at, ...one }) => one) }),
  values: state.values.map(({ at, entry: _entry, who: _who, ...value }) =>
    isInProcess(value) && state.anew.some((one) => one.at > at)
      ? { ...value, earlier: true }
      : value,
  ),
  moved: [...state.moved],
})

/** Whether something was read before its last cut, or from the holding. */
export const isInProcess = ({ fromHolding, rough }: InProcess): boolean =>
  fromHolding === true || rough === true

/** Whether a value is what is asked for, read in the same way. */
export const isReadingOf = (
  {
    fromHolding = false,
    reading,
    requirement,
    rough = false,
  }: Pick<ReadValue, 'fromHolding' | 'reading' | 'requirement' | 'rough'>,
  ask: Pick<Asked, 'inProcess'> & Pick<ReadValue, 'reading' | 'requirement'>,
): boolean =>
  requirement === ask.requirement &&
  reading === ask.reading &&
  rough === (ask.inProcess.rough ?? false) &&
  fromHolding === (ask.inProcess.fromHolding ?? false)

/** What was read for one that is asked: that reading, or the mean of all where the whole is. */
export function readAsked(
  values: readonly ReadValue[],
  ask: Pick<Asked, 'inProcess' | 'reading' | 'requirement'>,
): ReadValue | undefined {
  if (ask.reading !== undefined) return values.find((value) => isReadingOf(value, ask))
  const all = values.filter((value) => isReadingOf({ ...value, reading: undefined }, ask))
  const [first] = all
  if (!first) return undefined
  const { reading: _, ...rest } = first
  return { ...rest, value: all.reduce((sum, { value }) => sum + value / all.length, 0) }
}

/**
 * What was measured of a piece, for others to be judged by. Sizes that were made to a mate of its own are left out: they
 * were aimed elsewhere than the drawing aims.
 */
export function measuredToTell(
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): MeasuredPiece {
  const own = matesMeasured(entries, piece)
  const measured = measuredPiece(pieceState(steps, entries, piece), piece)
  return {
    ...measured,
    values: measured.values.filter((one) => !('requirement' in one) || !own.has(one.requirement)),
  }
}

/** So many pieces before the one in hand are looked at with it. */
const LOOK_BACK = 4

/** What was measured of the last pieces before one: they were made with the same gear. */
export function piecesBefore(
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): readonly MeasuredPiece[] {
  const numbers = [...new Set(entries.map((one) => one.piece))].filter((one) => one < piece)
  return numbers
    .sort((a, b) => a - b)
    .map((one) => measuredToTell(steps, entries, one))
    .filter(({ values }) => values.length > 0)
    .slice(-LOOK_BACK)
}
