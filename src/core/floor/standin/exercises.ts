import { type PlanePoint, point } from '../../ground/geometry'
import { seededUniform } from '../../chain/variation'
import { type MillTool } from './stream'
import { overTheWork, TOOL_FIGURES } from './mill'
import { inMachine, type World, type WorldHole } from './world'

export const EXERCISE_IDS = ['find-centre', 'tram-vise', 'bore-after-flip', 'wrong-sign'] as const
export type ExerciseId = (typeof EXERCISE_IDS)[number]

/** What is wrong with a written-down offset. */
export const FAULTS = [
  'right',
  'half-tip-x',
  'whole-tip-x',
  'half-tip-y',
  'sign-x',
  'sign-y',
] as const
export type Fault = (typeof FAULTS)[number]

export const FAULT_WORDS: Readonly<Record<Fault, string>> = {
  right: 'The offset is right',
  'half-tip-x': 'X is off by half the tip: it was never added',
  'whole-tip-x': 'X is off by the whole tip: half was added on the wrong side',
  'half-tip-y': 'Y is off by half the tip: it was never added',
  'sign-x': 'The sign of X is wrong',
  'sign-y': 'The sign of Y is wrong',
}

/** What the learner answers. */
export type Claim =
  | { readonly kind: 'centre'; readonly at: PlanePoint }
  | { readonly kind: 'trammed' }
  | { readonly kind: 'fault'; readonly fault: Fault }

/** An exercise set up: what stands there, and what is told of it. The truth stays with the mill. */
export interface ExerciseSetup {
  readonly id: ExerciseId
  readonly world: World
  readonly tools: readonly MillTool[]
  readonly start: { readonly x: number; readonly y: number; readonly z: number }
  /** What the learner is told: nominal sizes, a predicted place, an offset that is written down. */
  readonly told: {
    readonly nominal?: PlanePoint
    readonly offset?: PlanePoint
    /** Program coordinates to drive to, and the machine place they come to with that offset. */
    readonly sanity?: PlanePoint
    readonly width: number
    readonly depth: number
    readonly holeDiameter?: number
    /** Height of the gauge line with the tip of the first tool level with the top of the work. */
    readonly topAt: number
  }
  readonly fault: Fault
}

export interface ExerciseWords {
  readonly id: ExerciseId
  readonly title: string
  readonly teaches: string
  readonly task: string
}

export const EXERCISES: readonly ExerciseWords[] = [
  {
    id: 'find-centre',
    title: 'Find the middle',
    teaches: 'The edge finder: run out, run true, kick; both sides, and halve.',
    task: 'A block lies in the vise, not where anybody expected it. Find the middle of it in X and Y.',
  },
  {
    id: 'tram-vise',
    title: 'Tram the vise',
    teaches: 'An indicator along the fixed jaw: two readings, how far apart, which way to tap.',
    task: 'The vise was put on by eye. Bring its fixed jaw in line with X, to 0.01 in 100 or better.',
  },
  {
    id: 'bore-after-flip',
    title: 'Pick up a bore after a flip',
    teaches: 'The probe in a bore: touches well round it, and not believing the prediction.',
    task: 'The part was turned over against the stop. The bore should be where the sheet predicts it; find where it is.',
  },
  {
    id: 'wrong-sign',
    title: 'Catch the wrong sign',
    teaches: 'The place to drive to before the first cut, and what must be seen there.',
    task: 'Somebody found zero at the left front corner with a 10 mm edge finder and wrote it down. Drive to the place, look, and say whether the offset can be trusted.',
  },
]

const ENDS = { x: [-500, 0], y: [-300, 0], z: [-350, 0] } as const
const BED_Z = -420
const JAW_TOP = 40
const PARALLEL = 18

/** Sets an exercise up from a seed; the same seed gives the same truth. */
export function setUpExercise(id: ExerciseId, seed: number): ExerciseSetup {
  const uniform = seededUniform(seed)
  const between = (low: number, high: number): number => low + (high - low) * uniform()
  for (let i = 0; i < 4; i++) uniform()
  const width = Math.round(between(60, 90))
  const depth = Math.round(between(40, 60))
  const tall = 40
  const turned =
    id === 'tram-vise' ? (uniform() < 0.5 ? -1 : 1) * between(0.0012, 0.004) : between(-2e-5, 2e-5)
  const middle = between(-6, 6)
  const vise = {
    x: -250 + between(-14, 14),
    y: -110 + between(-8, 8),
    z: BED_Z,
    turnRad: turned,
  }
  const sawn = id === 'find-centre' ? between(-0.3, 0.3) : between(-0.02, 0.02)
  const low = { x: middle - width / 2, y: -depth }
  const high = { x: middle + width / 2 + sawn, y: 0 }
  const top = PARALLEL + tall
  const holeDiameter = 25
  const nominalHole = { x: middle, y: -depth / 2 }
  const hole: WorldHole = {
    name: 'bore',
    at: { x: nominalHole.x + between(-0.25, 0.25), y: nominalHole.y + between(-0.25, 0.25) },
    diameter: holeDiameter + between(0, 0.02),
    bottom: PARALLEL,
    top,
  }
  const jaw = (y0: number, y1: number, name: string) => ({
    name,
    low: { x: -62.5, y: Math.min(y0, y1) },
    high: { x: 62.5, y: Math.max(y0, y1) },
    bottom: 0,
    top: JAW_TOP,
  })
  const work = { name: 'work', low, high, bottom: PARALLEL, top }
  const world: World = {
    vise,
    boxes:
      id === 'tram-vise'
        ? [jaw(0, 25, 'fixed jaw')]
        : [work, jaw(0, 25, 'fixed jaw'), jaw(-depth - 25, -depth, 'moving jaw')],
    holes: id === 'bore-after-flip' ? [hole] : [],
    ends: ENDS,
    backlashMm: 0.004,
    repeatMm: id === 'bore-after-flip' ? 0.004 : 0.008,
  }
  const corner = inMachine(world, low)
  const fault: Fault =
    id === 'wrong-sign' ? (FAULTS[Math.floor(uniform() * FAULTS.length)] ?? 'right') : 'right'
  const tip = TOOL_FIGURES['edge-finder'].tip
  const offset = faultyOffset(corner, fault, tip)
  const toCorner = { x: width, y: depth }
  const tools = TOOLS_OF[id]
  const topAt = BED_Z + (id === 'tram-vise' ? JAW_TOP : top) + TOOL_FIGURES[tools[0]].length
  return {
    id,
    world,
    tools,
    start: overTheWork(world),
    told: {
      width,
      depth,
      topAt,
      ...(id === 'bore-after-flip' ? { nominal: inMachine(world, nominalHole), holeDiameter } : {}),
      ...(id === 'wrong-sign' ? { offset, sanity: toCorner } : {}),
    },
    fault,
  }
}

const TOOLS_OF: Readonly<Record<ExerciseId, readonly [MillTool, ...MillTool[]]>> = {
  'find-centre': ['edge-finder'],
  'tram-vise': ['indicator'],
  'bore-after-flip': ['probe', 'indicator'],
  'wrong-sign': ['rod'],
}

/** The offset as somebody with this habit would have written it down. The touches came from outside, moving +. */
function faultyOffset(corner: PlanePoint, fault: Fault, tip: number): PlanePoint {
  switch (fault) {
    case 'right':
      return corner
    case 'half-tip-x':
      return { x: corner.x - tip / 2, y: corner.y }
    case 'whole-tip-x':
      return { x: corner.x - tip, y: corner.y }
    case 'half-tip-y':
      return { x: corner.x, y: corner.y - tip / 2 }
    case 'sign-x':
      return { x: -corner.x, y: corner.y }
    case 'sign-y':
      return { x: corner.x, y: -corner.y }
  }
}

/** What an answer is worth against the truth, and what it would have done to the part. */
export interface Score {
  readonly grade: 'good' | 'near' | 'off'
  readonly lines: readonly string[]
  readonly effect: string
}

/** Good: as well as the instrument can. Near: it would pass on most drawings. mm. */
const GOOD_MM = 0.02
const NEAR_MM = 0.06
/** Over a part this long, what is left of a turn is told, mm. */
const TOLD_LENGTH_MM = 100

const fine = (mm: number): string => `${Math.abs(mm).toFixed(3)} mm`

/** Scores an answer against the world as it is by now (the vise may have been tapped). */
export function scoreExercise(setup: ExerciseSetup, world: World, claim: Claim): Score {
  switch (setup.id) {
    case 'find-centre':
      return claim.kind === 'centre' ? scoreCentre(trueMiddle(world), claim.at, setup) : notAnAnswer
    case 'bore-after-flip': {
      const hole = world.holes[0]
      return claim.kind === 'centre' && hole
        ? scoreCentre(inMachine(world, hole.at), claim.at, setup)
        : notAnAnswer
    }
    case 'tram-vise':
      return scoreTram(world.vise.turnRad)
    case 'wrong-sign':
      return claim.kind === 'fault' ? scoreFault(setup, claim.fault) : notAnAnswer
  }
}

const notAnAnswer: Score = {
  grade: 'off',
  lines: ['That does not answer what was asked.'],
  effect: 'Nothing was found.',
}

/** Middle of the work in the machine. */
export function trueMiddle(world: World): PlanePoint {
  const work = world.boxes.find((box) => box.name === 'work')
  return work
    ? inMachine(world, {
        x: (work.low.x + work.high.x) / 2,
        y: (work.low.y + work.high.y) / 2,
      })
    : inMachine(world, point(0, 0, 0))
}

const gradeOf = (mm: number): Score['grade'] =>
  mm <= GOOD_MM ? 'good' : mm <= NEAR_MM ? 'near' : 'off'

function scoreCentre(truth: PlanePoint, at: PlanePoint, setup: ExerciseSetup): Score {
  const [dx, dy] = [at.x - truth.x, at.y - truth.y]
  const off = Math.hypot(dx, dy)
  const tip = TOOL_FIGURES[setup.tools[0] ?? 'probe'].tip
  const lines = (['X', 'Y'] as const).map((letter, i) => {
    const d = i === 0 ? dx : dy
    const word =
      Math.abs(d) <= GOOD_MM
        ? 'as close as the instrument is'
        : `${fine(d)} towards ${d > 0 ? '+' : '−'}`
    const tipWords =
      Math.abs(Math.abs(d) - tip / 2) < 0.05
        ? ': exactly half the tip. You took one side and left half the tip out'
        : ''
    return `${letter}: ${word}${tipWords}.`
  })
  return {
    grade: gradeOf(off),
    lines,
    effect:
      off <= GOOD_MM
        ? 'Every hole of this setup lands where the drawing wants it.'
        : `Every hole of this setup would lie ${fine(off)} beside its place, all the same way: in a position zone that eats ⌀${(2 * off).toFixed(3)}.`,
  }
}

function scoreTram(turnRad: number): Score {
  const per100 = Math.abs(turnRad) * 100
  return {
    grade: per100 <= 0.01 ? 'good' : per100 <= 0.03 ? 'near' : 'off',
    lines: [`The jaw runs out ${per100.toFixed(3)} mm in 100.`],
    effect:
      per100 <= 0.01
        ? 'Walls cut here are square to the jaw as closely as the vise is.'
        : `A slot along a part of ${TOLD_LENGTH_MM} mm would be ${per100.toFixed(3)} mm out of line from end to end; over 350 mm, ${(per100 * 3.5).toFixed(3)} mm.`,
  }
}

function scoreFault(setup: ExerciseSetup, fault: Fault): Score {
  const tip = TOOL_FIGURES['edge-finder'].tip
  const does: Readonly<Record<Fault, string>> = {
    right: 'Nothing would have gone wrong.',
    'half-tip-x': `Every hole would lie ${fine(tip / 2)} to the left.`,
    'whole-tip-x': `Every hole would lie ${fine(tip)} to the left.`,
    'half-tip-y': `Every hole would lie ${fine(tip / 2)} to the front.`,
    'sign-x': 'The spindle would run off to the wrong side of the machine, into its end stop.',
    'sign-y': 'The spindle would run off to the wrong side of the machine, into its end stop.',
  }
  const right = fault === setup.fault
  return {
    grade: right ? 'good' : 'off',
    lines: [
      right ? 'That is it.' : `It was something else: ${FAULT_WORDS[setup.fault].toLowerCase()}.`,
    ],
    effect: does[setup.fault],
  }
}
