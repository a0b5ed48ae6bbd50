import { refLabel, type Part } from '../../work/part'
import { nearestDrill, parseThread, pointLengthMm } from '../../handbook/standards'
import { printNumber } from '../../handbook/units'
import { type DrillingRules, type HoleDepth, holeDepth, lastDrillMm } from './depths'
import { type HoleInSetup } from './holes'

/** The steps in which holes are made, in the order in which the tools come. */
export const STAGE_KINDS = [
  'spot',
  'drill',
  'mill',
  'bore',
  'ream',
  'counterbore',
  'chamfer',
  'tap',
] as const
export type StageKind = (typeof STAGE_KINDS)[number]

/** What a hole needs of a tool, before tools are put together. */
export interface Step {
  readonly kind: StageKind
  readonly name: string
  readonly diameterMm: number
  readonly millsMm?: number
  readonly pitchMm?: number
  readonly depthMm: number
  /** Order among stages of one kind. */
  readonly rank: number
}

/** Drills over this are preceded by a smaller one (common practice, no source). */
const STEP_DRILL_MM = 13
/** Left for the boring head, on the diameter. */
const BORE_ALLOWANCE_MM = 0.5
/** A countersink for the tap, as a part of the thread’s diameter. */
const TAP_CHAMFER = 1.05

/** One hole with what its steps need to know. */
interface Making {
  readonly part: Part
  readonly place: HoleInSetup
  readonly rules: DrillingRules
  /** End mills of the workshop, diameters, mm. */
  readonly mills: readonly number[]
  readonly drillMm: number
  readonly depth: HoleDepth
  /** Depth of what finishes it, mm. */
  readonly finishedMm: number
}

/** The steps that one hole is made in, and what of it could not be planned, in sentences. */
export function stepsOf(
  part: Part,
  place: HoleInSetup,
  rules: DrillingRules,
  mills: readonly number[],
): { readonly steps: readonly Step[]; readonly left: readonly string[] } {
  const { hole } = place
  const last = nearestDrill(lastDrillMm(hole), hole.thread?.includes('-') ? undefined : ['metric'])
  const drillMm = hole.making === 'drill' ? hole.diameter.mm : last.diameterMm
  const depth = holeDepth(part, place, drillMm, rules)
  const finishedMm = place.through ? place.depthMm + place.rimMm + rules.pastMm : place.depthMm
  const making: Making = { part, place, rules, mills, drillMm, depth, finishedMm }
  const done = [...finishing(making), ...heading(making)]
  const name = refLabel(part, hole.id)
  return {
    steps: [
      ...drilling(making, last.name),
      ...done.flatMap((step) => ('lacks' in step ? [] : [step])),
      ...tapping(making),
    ],
    left: [
      ...(depth.throughFloorMm > 0
        ? [
            `${name}: the point of the drill comes ${size(depth.throughFloorMm)} mm through the floor.`,
          ]
        : []),
      ...done.flatMap((step) =>
        'lacks' in step
          ? [`${name}: the workshop has no end mill that goes round in ${size(step.lacks)} mm.`]
          : [],
      ),
    ],
  }
}

const size = (mm: number): string => printNumber(mm, 3)

/** Spotted, stepped where the drill is large, drilled. */
function drilling({ depth, drillMm, place, rules }: Making, standard: string): readonly Step[] {
  const spotMm = Math.min(rules.spotMm, 0.9 * place.hole.diameter.mm)
  const spot: Step = {
    kind: 'spot',
    name: 'Spot drill 90°',
    diameterMm: rules.spotMm,
    depthMm: spotMm / 2,
    rank: 0,
  }
  const drill: Step = {
    kind: 'drill',
    name: drillName(drillMm, standard),
    diameterMm: drillMm,
    depthMm: depth.tipMm,
    rank: drillMm,
  }
  if (drillMm <= STEP_DRILL_MM) return [spot, drill]
  const pilot = nearestDrill(0.4 * drillMm, ['metric']).diameterMm
  const pilotTip = depth.fullMm - pointLengthMm(drillMm) * 0.6 + pointLengthMm(pilot)
  const first: Step = {
    kind: 'drill',
    name: `Drill ${size(pilot)}`,
    diameterMm: pilot,
    depthMm: place.through ? depth.fullMm + pointLengthMm(pilot) : Math.max(pilot, pilotTip),
    rank: pilot,
  }
  return [spot, first, drill]
}

/** A step, or the diameter for which the workshop lacks an end mill. */
type Planned = Step | { readonly lacks: number }

/** Bored or reamed to size. */
function finishing({ drillMm, finishedMm, mills, place }: Making): readonly Planned[] {
  const { hole } = place
  const to = hole.diameter.mm
  if (hole.making === 'ream')
    return [
      {
        kind: 'ream',
        name: `Reamer ${size(to)}${hole.fit ? ` ${hole.fit}` : ''}`,
        diameterMm: to,
        depthMm: finishedMm,
        rank: to,
      },
    ]
  if (hole.making !== 'bore') return []
  const millsMm = to - BORE_ALLOWANCE_MM
  const milled = milling('mill', mills, millsMm, finishedMm)
  return [
    ...('lacks' in milled || millsMm > drillMm ? [milled] : []),
    {
      kind: 'bore',
      name: `Boring head to ${size(to)}`,
      diameterMm: to,
      depthMm: finishedMm,
      rank: to,
    },
  ]
}

/** A counterbore or a countersink. */
function heading({ mills, place: { hole } }: Making): readonly Planned[] {
  const { head } = hole
  if (head.kind === 'counterbore')
    return [milling('counterbore', mills, head.diameter.mm, head.depth.mm)]
  return head.kind === 'countersink'
    ? [
        countersink(
          head.diameter.mm,
          head.angle.rad,
          printNumber((head.angle.rad * 180) / Math.PI, 1),
        ),
      ]
    : []
}

const countersink = (diameterMm: number, angleRad: number, degrees: string): Step => ({
  kind: 'chamfer',
  name: `Countersink ${degrees}°`,
  diameterMm,
  depthMm: pointLengthMm(diameterMm, angleRad),
  rank: angleRad,
})

/** Chamfered for the tap, and tapped. */
function tapping({ depth, finishedMm, place: { hole }, rules }: Making): readonly Step[] {
  const thread = hole.thread === undefined ? undefined : parseThread(hole.thread)
  if (hole.making !== 'tap' || !thread) return []
  return [
    ...(hole.head.kind === 'none'
      ? [countersink(TAP_CHAMFER * thread.majorMm, Math.PI / 2, '90')]
      : []),
    {
      kind: 'tap',
      name: `Tap ${thread.designation}, ${depth.bottoming ? 'bottoming' : rules.tap}`,
      diameterMm: thread.majorMm,
      pitchMm: thread.pitchMm,
      depthMm: depth.tapTipMm ?? finishedMm,
      rank: thread.majorMm,
    },
  ]
}

const drillName = (drillMm: number, standard: string): string => {
  const plain = standard.replace(' mm', '')
  const same = Math.abs(nearestDrill(drillMm).diameterMm - drillMm) < 1e-6
  return `Drill ${same ? plain : size(drillMm)}`
}

/** Milled round with the largest end mill that still moves round in it. */
function milling(
  kind: 'mill' | 'counterbore',
  mills: readonly number[],
  millsMm: number,
  depthMm: number,
): Planned {
  const mill = [...mills].sort((a, b) => b - a).find((d) => d <= 0.8 * millsMm)
  if (mill === undefined) return { lacks: millsMm }
  return {
    kind,
    name: `End mill ${size(mill)}`,
    diameterMm: mill,
    millsMm,
    depthMm,
    rank: millsMm,
  }
}
