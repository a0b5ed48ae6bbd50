import { type Axis } from '../../ground/geometry'
import { boughtOf, type Part, refLabel } from '../../work/part'
import { type PlannedSetup, surfacePoint } from '../../plan/planning'
import { isRaw } from '../../work/stock'
import { type Found } from '../../handbook/probing'
import { spreadWords } from '../../handbook/units'
import { type Workshop } from '../../shop/workshop'
import { type FoundZero, touchRepeatMm } from './found'
import { type Predicted } from './predict'
import { type ZeroRecord } from './record'

/** Something about readings that does not look right: what, by how much, what to do. */
export interface Doubt {
  readonly code: DoubtCode
  readonly what: string
  readonly rest: string
}

export const DOUBT_CODES = [
  'doubt.width',
  'doubt.diameter',
  'doubt.half-tip',
  'doubt.whole-tip',
  'doubt.elsewhere',
  'doubt.tip-height',
  'doubt.backlash',
  'doubt.slope',
  'doubt.round',
] as const
export type DoubtCode = (typeof DOUBT_CODES)[number]

/** A cut width is expected within this, mm, when the drawing says nothing (common practice, no source). */
const CUT_WIDTH_MM = 0.1
/** Backlash below this is not worth a word, mm. */
const SMALL_BACKLASH_MM = 0.006
/** A touch that lies this many repeats off the circle was on a chip or a burr. */
const OFF_CIRCLE = 4

/** What is suspicious about readings that could be worked out. Nothing of it stops them from being kept. */
export function doubtsOf(
  planned: PlannedSetup,
  record: ZeroRecord,
  found: FoundZero,
  predicted?: Predicted,
): readonly Doubt[] {
  const { part, workshop } = planned
  const context: Context = { workshop, part, planned, record, found, predicted }
  return [
    ...widthDoubts(context),
    ...placeDoubts(context),
    ...heightDoubts(context),
    ...backlashDoubts(context),
    ...slopeDoubts(context),
    ...roundDoubts(context),
  ]
}

interface Context {
  readonly workshop: Workshop
  readonly part: Part
  readonly planned: PlannedSetup
  readonly record: ZeroRecord
  readonly found: FoundZero
  readonly predicted: Predicted | undefined
}

const offBy = (part: Part, mm: number): string => spreadWords(Math.abs(mm), part.unit)

/** The tip that readings were taken with, mm. */
export function tipOf({ readings }: ZeroRecord): number | undefined {
  return 'tip' in readings ? readings.tip : undefined
}

function widthDoubts({ found, part, planned, record }: Context): Doubt[] {
  const { readings } = record
  const { surfaces } = planned
  const compare = (
    code: 'doubt.width' | 'doubt.diameter',
    measured: Found,
    expected: number,
    within: number,
    what: string,
  ): Doubt[] => {
    const off = measured.at - expected
    if (Math.abs(off) <= within + measured.plusMinus) return []
    const tip = tipOf(record)
    const isTip = tip !== undefined && Math.abs(Math.abs(off) - tip) < within
    return [
      {
        code,
        what: `${what} comes out ${offBy(part, off)} ${off > 0 ? 'larger' : 'smaller'} than expected.`,
        rest: isTip
          ? 'That is the diameter of the tip: look whether the right tip was entered.'
          : 'Is it the right part, the right side up, free of chips? Touch again, and measure it.',
      },
    ]
  }
  if (readings.kind === 'both-sides' && found.width) {
    const refs = [readings.first, readings.second]
    const places = refs.flatMap((ref) => {
      const surface = surfaces.get(ref)
      return surface ? [surfacePoint(planned, surface)[readings.axis]] : []
    })
    const expected = Math.abs((places[0] ?? 0) - (places[1] ?? 0))
    const within = refs.reduce(
      (sum, ref) =>
        sum +
        (isRaw(part, planned.before, ref)
          ? (boughtOf(part, ref)?.spread.mm ?? 0)
          : CUT_WIDTH_MM / 2),
      0,
    )
    const names = refs.map((ref) => refLabel(part, ref)).join(' to ')
    return compare('doubt.width', found.width, expected, within, `The width, ${names},`)
  }
  if (readings.kind === 'round' && found.diameter) {
    const surface = surfaces.get(readings.feature)
    return surface?.kind === 'axis'
      ? compare(
          'doubt.diameter',
          found.diameter,
          surface.diameterMm,
          CUT_WIDTH_MM,
          `The diameter of ${refLabel(part, readings.feature)}`,
        )
      : []
  }
  return []
}

/** Found beside where it was predicted: by half a tip, by a whole one, or by something else. */
function placeDoubts({ found, part, predicted, record }: Context): Doubt[] {
  if (!predicted || record.readings.kind === 'stored') return []
  const tip = tipOf(record)
  return (['x', 'y', 'z'] as const).flatMap((axis): Doubt[] => {
    const [here, there] = [found.axes[axis], predicted.axes[axis]]
    if (!here || !there) return []
    const off = here.at - there.at
    const within = Math.hypot(here.plusMinus, there.plusMinus)
    if (Math.abs(off) <= within) return []
    const letter = axis.toUpperCase()
    const what = `Zero in ${letter} comes out ${offBy(part, off)} towards ${off > 0 ? '+' : '−'} of where it was predicted.`
    const near = (mm: number): boolean => Math.abs(Math.abs(off) - mm) <= Math.max(within, 0.03)
    if (tip !== undefined && axis !== 'z' && near(tip / 2))
      return [
        {
          code: 'doubt.half-tip',
          what,
          rest: `That is half the tip, ${offBy(part, tip / 2)}: half the tip was not added, or it was added twice.`,
        },
      ]
    if (tip !== undefined && axis !== 'z' && near(tip))
      return [
        {
          code: 'doubt.whole-tip',
          what,
          rest: `That is the whole tip, ${offBy(part, tip)}: half the tip was added on the wrong side. Which way did the spindle move when it touched?`,
        },
      ]
    return [
      {
        code: 'doubt.elsewhere',
        what,
        rest: `It was expected within ±${offBy(part, within)}. Look for a chip under the part, another stop position, other parallels; then touch again.`,
      },
    ]
  })
}

/** The tip must stand beside the face that it touched, not over it or under it. */
function heightDoubts({ part, planned, predicted, record }: Context): Doubt[] {
  const { readings } = record
  const tipZ = 'tipZ' in readings ? readings.tipZ : undefined
  const zeroZ = predicted?.axes.z?.at
  if (!predicted || tipZ === undefined || zeroZ === undefined) return []
  const { standing } = planned
  const top = zeroZ + standing.high.z - predicted.zero.z
  const lowest = zeroZ + standing.low.z - predicted.zero.z
  if (tipZ >= top)
    return [
      {
        code: 'doubt.tip-height',
        what: `The tip stood ${offBy(part, tipZ - top)} over the top of the work.`,
        rest: 'There it touches nothing. Go down beside the face and touch again.',
      },
    ]
  return tipZ >= lowest
    ? []
    : [
        {
          code: 'doubt.tip-height',
          what: `The tip stood ${offBy(part, lowest - tipZ)} below the lower edge of the work.`,
          rest: 'What it touched was a parallel, the stop or the vise. Raise it and touch again.',
        },
      ]
}

function backlashDoubts({ part, planned, record }: Context): Doubt[] {
  const { readings } = record
  const lost = planned.machine.backlashMm ?? 0
  if (lost < SMALL_BACKLASH_MM || readings.kind !== 'both-sides') return []
  return [
    {
      code: 'doubt.backlash',
      what: `The two touches came from opposite sides, over ${offBy(part, lost)} of backlash.`,
      rest: `The middle may be ${offBy(part, lost / 2)} off. Come to both numbers from the same side at last, or read scales.`,
    },
  ]
}

function slopeDoubts({ found, part, planned, record }: Context): Doubt[] {
  const { slope } = found
  if (!slope || record.readings.kind !== 'slope') return []
  const { outOfLinePer100, words } = planned.standing
  const known = Math.abs(outOfLinePer100) + slope.plusMinusRad * 100
  if (Math.abs(slope.per100) <= known) return []
  const length = planned.standing.high.x - planned.standing.low.x
  return [
    {
      code: 'doubt.slope',
      what: `The edge runs out ${offBy(part, slope.per100)} in 100: ${words.turns} is out of line with the travel by that.`,
      rest: `Over this part it makes ${offBy(part, (slope.per100 * length) / 100)}. ${words.tram}, or turn the program by it.`,
    },
  ]
}

function roundDoubts({ found, part, planned, record }: Context): Doubt[] {
  const { readings } = record
  if (readings.kind !== 'round' || readings.touches.length < 4 || found.worstMm === undefined)
    return []
  const reads = touchRepeatMm(planned, record.instrument)
  return found.worstMm <= OFF_CIRCLE * Math.max(reads, 0.002)
    ? []
    : [
        {
          code: 'doubt.round',
          what: `One touch lies ${offBy(part, found.worstMm)} off the circle of the others.`,
          rest: 'A chip, a burr or a wrong reading. Wipe it and touch again.',
        },
      ]
}

/** How far a found axis lies from the predicted one, and whether that is within what was expected. */
export function agreement(
  axis: Axis,
  found: FoundZero,
  predicted: Predicted,
): { readonly offMm: number; readonly withinMm: number; readonly agrees: boolean } | undefined {
  const [here, there] = [found.axes[axis], predicted.axes[axis]]
  if (!here || !there) return undefined
  const offMm = here.at - there.at
  const withinMm = Math.hypot(here.plusMinus, there.plusMinus)
  return { offMm, withinMm, agrees: Math.abs(offMm) <= withinMm }
}
