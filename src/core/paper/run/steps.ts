import { sanityPlace } from '../../floor/offsets'
import { AXES } from '../../ground/geometry'
import { printLength } from '../../handbook/units'
import { type PlannedSetup } from '../../plan/planning'
import { isShownWhole, readablesOf, steerable } from '../../predict/measured'
import { chainOf, type Prediction, type RequirementAnalysis } from '../../predict/prediction'
import { isSide, nominalOf, refLabel, requirementFigures } from '../../work/part'
import { CAUTIONS, pickupWords } from '../sheet'

/** A measurement that a step asks for. */
export interface Asked {
  readonly requirement: string
  /** Which reading of it; the whole of it when undefined. */
  readonly reading: string | undefined
  readonly words: string
  /** What the drawing asks: "32.000 ±0.015". */
  readonly figures: string
  readonly unit: 'mm' | 'deg'
  /** Within which it holds, as it is read, where it can be said of one reading. */
  readonly lower: number | undefined
  readonly upper: number | undefined
  /** Why it cannot be reached as the part is clamped. */
  readonly hidden: string | undefined
}

export type StepKind = 'take' | 'hold' | 'true' | 'zero' | 'place' | 'cut' | 'check' | 'turn'

/** One thing to do at the machine. */
export interface RunStep {
  /** Holds the id of its setup and cut, so that entries stay with it. */
  readonly id: string
  readonly setup: string
  readonly setupNumber: number
  readonly kind: StepKind
  /** The thing itself, short enough to be read from three metres. */
  readonly title: string
  readonly lines: readonly string[]
  readonly cautions: readonly string[]
  readonly asks: readonly Asked[]
  /** It does not open before what it asks for is measured. */
  readonly isHold: boolean
  /** Something that "something changed" makes void. */
  readonly falls: boolean
}

/**
 * Everything to do for one piece, in order.
 *
 * @param isFull - checked in full; else only what is critical or has little margin is measured, and what holds.
 */
export function stepsOf(prediction: Prediction, isFull = true): readonly RunStep[] {
  const { setups } = prediction.plan
  return setups.flatMap((planned, i) => setupSteps(prediction, planned, setups[i + 1], isFull))
}

/** Whether a piece of a batch is checked in full: the first, and every so many after it. */
export const isFull = (piece: number, every: number): boolean => (piece - 1) % every === 0

const STOP = CAUTIONS[0] ?? ''
const CLAMP = CAUTIONS[1] ?? ''

/** Makes steps of one setup. */
function stepMaker({ id, index }: PlannedSetup): MakeStep {
  return (kind, title, lines, more = {}) => {
    const { mark = kind, ...rest } = more
    return {
      id: `${id} ${mark}`,
      setup: id,
      setupNumber: index + 1,
      kind,
      title,
      lines,
      cautions: [],
      asks: [],
      isHold: false,
      falls: false,
      ...rest,
    }
  }
}

function setupSteps(
  prediction: Prediction,
  planned: PlannedSetup,
  next: PlannedSetup | undefined,
  isFull: boolean,
): readonly RunStep[] {
  const { index, setup } = planned
  const step = stepMaker(planned)
  const sanity = sanityPlace(planned)
  const measured = prediction.requirements.filter(
    ({ requirement, setups, standing }) =>
      setups[setups.length - 1] === index &&
      (isFull || requirement.critical || standing !== 'holds'),
  )
  const asks = measured.flatMap((one) => asksOf(prediction, one, planned))
  const stays = next?.indexed !== undefined
  // What lies against the holding is measured as soon as the part is out.
  const outside = stays ? [] : asks.filter(({ hidden }) => hidden !== undefined)
  const out = next ? 'Take it out' : 'Done: take it out'
  return [
    ...seatSteps(planned, step),
    step(
      'zero',
      `Find zero, ${setup.zero.offset}`,
      AXES.map((axis) => `${axis.toUpperCase()}: ${pickupWords(planned, axis)}.`),
      { falls: true },
    ),
    step('place', 'Drive there and look', [`Drive to ${sanity.drive}.`, sanity.see], {
      cautions: [STOP],
    }),
    ...cutSteps(prediction, planned, step),
    step(
      'check',
      `Measure before it leaves setup ${index + 1}`,
      ['Spindle stopped. Wipe it. What was this setup for, and does it measure?'],
      { cautions: [STOP], asks },
    ),
    step(
      'turn',
      stays ? 'Leave it clamped' : outside.length > 0 ? `${out} and measure` : out,
      [
        next
          ? `Next: setup ${next.index + 1}, ${next.setup.name}.`
          : 'Deburr it, wipe it, and mark the piece.',
      ],
      { cautions: [STOP], asks: outside.map((ask) => ({ ...ask, hidden: undefined })) },
    ),
  ]
}

/** How the part comes to stand: put in and clamped, or turned as it is clamped. */
function seatSteps(
  { indexed, part, setup, standing }: PlannedSetup,
  step: MakeStep,
): readonly RunStep[] {
  const { guided, lines, name, pivot } = standing.words
  if (indexed) {
    const words = `Let ${indexed.turner?.name ?? 'the axis'} come to its angle and clamp it.`
    return [step('take', `Turn it: ${setup.name}`, [words], { cautions: [STOP], falls: true })]
  }
  const { up } = standing.faceAt
  const { turn } = setup.zero
  return [
    step(
      'take',
      up ? `${capital(refLabel(part, up))} up in ${name}` : `Into ${name}`,
      [
        'Spindle stopped. Deburr the edges, wipe the part and what it stands on.',
        `Y looks to ${guided}.`,
      ],
      { cautions: [STOP] },
    ),
    step(
      'hold',
      'Clamp it. Is it tight?',
      [...lines, 'Tap it down until nothing under it moves.'],
      { cautions: [CLAMP], falls: true },
    ),
    ...(turn?.answer === 'part'
      ? [
          step(
            'true',
            'Make the edge run true',
            [`${pivot} until ${refLabel(part, turn.surface)} runs true.`],
            { falls: true },
          ),
        ]
      : []),
  ]
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

type MakeStep = (
  kind: StepKind,
  title: string,
  lines: readonly string[],
  more?: Partial<RunStep> & { readonly mark?: string },
) => RunStep

function cutSteps(
  prediction: Prediction,
  planned: PlannedSetup,
  step: MakeStep,
): readonly RunStep[] {
  const { part, setup, workshop } = planned
  return setup.ops.flatMap((op): readonly RunStep[] => {
    const tool = workshop.cutters.find(({ id }) => id === op.cutter)
    const cut = step(
      'cut',
      `${op.pass === 'rough' ? 'Rough' : 'Cut'} ${refLabel(part, op.feature)}`,
      [
        ...(tool ? [`With ${tool.name}.`] : []),
        ...(op.pass === 'rough' ? [`Leave ${printLength(op.leave.mm, part.unit)} on.`] : []),
        ...(isSide(op.feature)
          ? []
          : [
              'An interrupted cut moves a locked table: read the position again before the last cut.',
            ]),
      ],
      { mark: `cut ${op.id}` },
    )
    if (!op.hold) return [cut]
    const checked = new Set(op.hold.check)
    const asked = prediction.requirements.filter(({ requirement }) => checked.has(requirement.id))
    // What this cut, or a later one, makes cannot be measured before it.
    const isThere = (one: RequirementAnalysis): boolean =>
      one.setups.every((made) => made < planned.index)
    const asksFor = (some: readonly RequirementAnalysis[]): readonly Asked[] =>
      some.flatMap((one) => asksOf(prediction, one, planned))
    const after = asksFor(asked.filter((one) => !isThere(one)))
    return [
      step('check', op.hold.note, ['Hold point: it cannot be undone after this.'], {
        mark: `hold ${op.id}`,
        isHold: true,
        cautions: [STOP],
        asks: asksFor(asked.filter(isThere)),
      }),
      cut,
      ...(after.length === 0
        ? []
        : [
            step('check', 'Measure it before anything else is cut', [], {
              mark: `after ${op.id}`,
              isHold: true,
              cautions: [STOP],
              asks: after,
            }),
          ]),
    ]
  })
}

/** More single readings than this are not asked for one by one. */
const MOST_READINGS = 8

/** What is measured for a requirement: the whole where an instrument shows it, else the readings that it is made of. */
function asksOf(
  prediction: Prediction,
  { requirement, title }: RequirementAnalysis,
  planned: PlannedSetup,
): readonly Asked[] {
  const { part } = prediction.plan
  const readings = readablesOf(steerable(chainOf(prediction.plan)).chain, requirement)
  const figures = requirementFigures(part, requirement, part.unit)
  const base = { requirement: requirement.id, figures, lower: undefined, upper: undefined }
  const [first] = readings
  const covered = [...planned.standing.held, ...planned.standing.hidden]
  const hiddenBy = (surfaces: readonly string[]): string | undefined => {
    const face = covered.find((one) => surfaces.includes(one.face))
    return (
      face &&
      `${refLabel(part, face.face)} lies against the holding: it is measured when the part is out.`
    )
  }
  if (isShownWhole(requirement) || !first) {
    const limits = 'plus' in requirement && first ? requirement : undefined
    return [
      {
        ...base,
        reading: undefined,
        words: title,
        unit: requirement.kind === 'angle' ? 'deg' : 'mm',
        lower: limits && (nominalOf(part, requirement) ?? 0) + limits.minus.mm,
        upper: limits && (nominalOf(part, requirement) ?? 0) + limits.plus.mm,
        hidden: hiddenBy(first?.surfaces ?? []),
      },
    ]
  }
  const shown = readings.filter(({ name }) => !name.includes('far end'))
  return (shown.length > MOST_READINGS ? shown.slice(0, MOST_READINGS) : shown).map(
    ({ name, surfaces, words }): Asked => ({
      ...base,
      reading: name,
      words: words === '' ? title : `${title}, ${words}`,
      unit: 'mm',
      hidden: hiddenBy(surfaces),
    }),
  )
}
