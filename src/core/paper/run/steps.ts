import { sanityPlace } from '../../floor/offsets'
import { AXES } from '../../ground/geometry'
import { printLength } from '../../handbook/units'
import { axisName, type PlannedSetup, swungIn } from '../../plan/planning'
import { type Op } from '../../plan/way'
import { type Prediction } from '../../predict/prediction'
import { isSide, refLabel } from '../../work/part'
import { CAUTIONS, pickupWords } from '../sheet'
import { type Asked, asksAfter, asksOf, inProcessAsk } from './asks'

export type StepKind = 'take' | 'hold' | 'true' | 'zero' | 'place' | 'cut' | 'check' | 'turn'

/** One thing to do at the machine. */
export interface RunStep {
  /** Holds the id of its setup and cut, so that entries stay with it. */
  readonly id: string
  readonly setup: string
  readonly setupNumber: number
  /** The setup in which the part was clamped that it is worked on in: itself, or one whose clamping it only turns. */
  readonly clamping: string
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
  /** The face or feature that it cuts, and how. */
  readonly cuts: Pick<Op, 'feature' | 'pass'> | undefined
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
function stepMaker({ id, index, indexed }: PlannedSetup): MakeStep {
  return (kind, title, lines, more = {}) => {
    const { mark = kind, ...rest } = more
    return {
      id: `${id} ${mark}`,
      setup: id,
      setupNumber: index + 1,
      clamping: indexed?.base.id ?? id,
      kind,
      title,
      lines,
      cautions: [],
      asks: [],
      isHold: false,
      falls: false,
      cuts: undefined,
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
    // Where another part hands its holes on there are no coordinates, so there is no zero to find.
    ...(planned.standing.handsOn
      ? []
      : [
          step(
            'zero',
            `Find zero, ${setup.zero.offset}`,
            AXES.map((axis) => `${axisName(planned, axis)}: ${pickupWords(planned, axis)}.`),
            { falls: true },
          ),
          step('place', 'Drive there and look', [`Drive to ${sanity.drive}.`, sanity.see], {
            cautions: [STOP],
          }),
        ]),
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
        ...(swungIn(planned) && !(next && swungIn(next))
          ? ['Swing the head back and tram it before anything else is cut here.']
          : []),
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
      { mark: `cut ${op.id}`, cuts: op },
    )
    if (!op.hold) return [cut]
    const checked = new Set(op.hold.check)
    const asked = prediction.requirements.filter(({ requirement }) => checked.has(requirement.id))
    const found = asked.map((one) => ({
      title: one.title,
      asks: asksAfter(prediction, one, planned, op),
    }))
    const later = found.filter(({ asks }) => asks.length === 0).map(({ title }) => title)
    return [
      cut,
      step(
        'check',
        op.hold.note,
        [
          'Hold point: nothing else is cut before this.',
          ...(later.length > 0
            ? [`Not there yet, and asked for when it is: ${later.join(', ')}.`]
            : []),
        ],
        {
          mark: `hold ${op.id}`,
          isHold: true,
          cautions: [STOP],
          // A face against the holding cannot be reached: measured from there, what lies between is not seen.
          asks: found.flatMap(({ asks }) =>
            asks.map((ask) =>
              ask.hidden === undefined
                ? ask
                : { ...inProcessAsk(ask, { fromHolding: true }), hidden: undefined },
            ),
          ),
        },
      ),
    ]
  })
}
