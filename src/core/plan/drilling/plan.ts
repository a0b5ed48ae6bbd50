import { topOfHolding } from '../../shop/holding'
import { type PlanePoint } from '../../ground/geometry'
import { refLabel, type Part } from '../../work/part'
import { pathLengthMm, shortPath } from '../../handbook/patterns'
import { type PlannedSetup, zeroPoint } from '../planning'
import { nearestDrill, parseThread, pointLengthMm } from '../../handbook/standards'
import { printNumber } from '../../handbook/units'
import { cuttingData, peckPlan, type PeckPlan, spindleSpeed } from './cutting'
import { drillingRules, holeDepth, type DrillingRules, lastDrillMm } from './depths'
import { type HoleInSetup, holesInSetup } from './holes'

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

/** One hole under one tool; Z from the zero of the setup, mm. */
export interface StageCut {
  readonly key: string
  readonly label: string
  readonly x: number
  readonly y: number
  /** The highest metal that the tool meets at the mouth. */
  readonly mouthZ: number
  /** Where the tip of the tool ends. */
  readonly tipZ: number
  readonly peck: PeckPlan
}

/** One tool and all that it does. */
export interface ToolStage {
  /** The same for the same tool in the same setup, whatever else changes: ticks are kept by it. */
  readonly id: string
  /** Number of the tool in the program, from 1. */
  readonly tool: number
  readonly name: string
  readonly kind: StageKind
  readonly diameterMm: number
  /** The diameter that is milled with it, for `mill` and `counterbore`. */
  readonly millsMm?: number
  readonly pitchMm?: number
  readonly speed: number
  readonly feed: number
  /** In the order of the short path. */
  readonly cuts: readonly StageCut[]
  readonly pathMm: number
  /** Path in the order of the list, mm. */
  readonly listedPathMm: number
}

/** How the holes of a setup are made. */
export interface DrillingPlan {
  readonly stages: readonly ToolStage[]
  readonly rules: DrillingRules
  readonly material: string
  /** Height for moves between holes, over the work and the jaws, from the zero of the setup, mm. */
  readonly safeZ: number
  /** What could not be planned, in sentences. */
  readonly left: readonly string[]
}

/** What a hole needs of a tool, before tools are put together. */
interface Step {
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

/** One tool of a setup's holes and the lowest that its tip goes, from the zero of the setup, mm. */
export interface DrillingTool {
  readonly name: string
  readonly kind: StageKind
  readonly diameterMm: number
  readonly lowestZ: number
}

/** The tools of a setup's holes with how deep each goes; their order and paths are not asked for. */
export function drillingTools(planned: PlannedSetup): readonly DrillingTool[] {
  const { tools } = gatherTools(planned)
  return tools.map(({ holes, step }) => ({
    name: step.name,
    kind: step.kind,
    diameterMm: step.diameterMm,
    lowestZ: holes.reduce((low, hole) => Math.min(low, hole.at.z - step.depthMm), Infinity),
  }))
}

/** Tools, depths, order and pecks for the holes that are cut in a setup. */
export function drillingPlan(planned: PlannedSetup): DrillingPlan {
  const { part } = planned
  const { left, rules, tools } = gatherTools(planned)
  const data = cuttingData(part.material)
  const order = [...tools].sort(
    (a, b) => stageOrder(a.step, rules) - stageOrder(b.step, rules) || a.step.rank - b.step.rank,
  )
  let at: PlanePoint = { x: 0, y: 0 }
  const fastest = planned.machine.fastest
  const stages = order.map(({ holes, step }, i) => {
    const cuts = holes.map((hole) => cutOf(part, hole, step, rules, data))
    const stage = routed(step, cuts, at, i + 1, data, fastest)
    at = stage.cuts[stage.cuts.length - 1] ?? at
    return stage
  })
  const { high } = planned.standing
  const safeZ =
    Math.max(high.z, topOfHolding(planned.standing)) - zeroPoint(planned).z + rules.clearMm
  return { stages, rules, material: data.name, safeZ, left }
}

interface GatheredTool {
  readonly step: Step
  readonly holes: HoleInSetup[]
}

/** The steps that the holes of a setup need, put together by tool. */
function gatherTools(planned: PlannedSetup) {
  const { part, workshop } = planned
  const rules = drillingRules(planned.setup.drilling)
  const mills = workshop.cutters.filter((c) => c.kind === 'end mill').map((c) => c.diameter)
  const left: string[] = []
  const tools = new Map<string, GatheredTool>()
  const steps = new Map<string, readonly Step[]>()
  for (const hole of holesInSetup(planned)) {
    if (!hole.cutHere) continue
    let made = steps.get(hole.hole.id)
    if (!made) {
      made = stepsOf(part, hole, rules, mills, left)
      steps.set(hole.hole.id, made)
    }
    for (const step of made) {
      const id = `${step.kind} ${step.name} ${step.millsMm ?? ''}`
      const tool = tools.get(id) ?? { step, holes: [] }
      tool.holes.push(hole)
      tools.set(id, tool)
    }
  }
  return { rules, left, tools: [...tools.values()] }
}

/** Chamfers come before spiral-flute taps and after spiral-point ones. */
function stageOrder(step: Step, rules: DrillingRules): number {
  if (step.kind === 'chamfer' && rules.tap === 'spiral point') return STAGE_KINDS.length
  return STAGE_KINDS.indexOf(step.kind)
}

function routed(
  step: Step,
  listed: readonly StageCut[],
  from: PlanePoint,
  tool: number,
  data: ReturnType<typeof cuttingData>,
  fastest: number | undefined,
): ToolStage {
  const points = [from, ...listed]
  const cuts = shortPath(points)
    .slice(1)
    .flatMap((i) => listed[i - 1] ?? [])
  const { diameterMm, kind, millsMm, name, pitchMm } = step
  const factor = {
    spot: 1,
    drill: 1,
    mill: 1.5,
    bore: 1,
    ream: 0.5,
    counterbore: 1.5,
    chamfer: 0.6,
    tap: 0.25,
  }[kind]
  const speed = Math.floor(spindleSpeed(data.drillSpeed * factor, millsMm ?? diameterMm, fastest))
  const perTurn = {
    spot: 0.6 * data.drillFeed * diameterMm,
    drill: data.drillFeed * diameterMm,
    mill: 0.012 * diameterMm,
    bore: 0.05,
    ream: 1.5 * data.drillFeed * diameterMm,
    counterbore: 0.012 * diameterMm,
    chamfer: 0.06,
    tap: pitchMm ?? 1,
  }[kind]
  return {
    id: stageId(kind, name, millsMm),
    tool,
    name,
    kind,
    diameterMm,
    speed,
    // A tap advances exactly its pitch each turn; others are rounded to a whole number.
    feed: kind === 'tap' ? speed * perTurn : Math.max(1, Math.round(speed * perTurn)),
    cuts,
    pathMm: pathLengthMm([from, ...cuts]),
    listedPathMm: pathLengthMm(points),
    ...(millsMm === undefined ? {} : { millsMm }),
    ...(pitchMm === undefined ? {} : { pitchMm }),
  }
}

const stageId = (kind: StageKind, name: string, millsMm: number | undefined): string =>
  `${kind} ${name} ${millsMm === undefined ? '' : size(millsMm)}`
    .toLowerCase()
    .replace(/[^a-z0-9.#/]+/g, '-')
    .replace(/^-|-$/g, '')

function cutOf(
  part: Part,
  hole: HoleInSetup,
  step: Step,
  rules: DrillingRules,
  data: ReturnType<typeof cuttingData>,
): StageCut {
  const peck: PeckPlan =
    step.kind === 'drill'
      ? peckPlan(step.diameterMm, step.depthMm + hole.rimMm, data, rules.chips)
      : { kind: 'none', stepMm: step.depthMm + hole.rimMm }
  return {
    key: hole.key,
    label: refLabel(part, hole.key),
    x: hole.at.x,
    y: hole.at.y,
    mouthZ: hole.at.z + hole.rimMm,
    tipZ: hole.at.z - step.depthMm,
    peck,
  }
}

const size = (mm: number): string => printNumber(mm, 3)

function stepsOf(
  part: Part,
  place: HoleInSetup,
  rules: DrillingRules,
  mills: readonly number[],
  left: string[],
): readonly Step[] {
  const { hole } = place
  const last = nearestDrill(lastDrillMm(hole), hole.thread?.includes('-') ? undefined : ['metric'])
  const drillMm = hole.making === 'drill' ? hole.diameter.mm : last.diameterMm
  const depth = holeDepth(part, place, drillMm, rules)
  if (depth.throughFloorMm > 0)
    left.push(
      `${refLabel(part, hole.id)}: the point of the drill comes ${size(depth.throughFloorMm)} mm through the floor.`,
    )
  const finished = place.through ? place.depthMm + rules.pastMm : place.depthMm
  const spotMm = Math.min(rules.spotMm, 0.9 * hole.diameter.mm)
  const steps: Step[] = [
    {
      kind: 'spot',
      name: `Spot drill 90°`,
      diameterMm: rules.spotMm,
      depthMm: spotMm / 2,
      rank: 0,
    },
  ]
  if (drillMm > STEP_DRILL_MM) {
    const pilot = nearestDrill(0.4 * drillMm, ['metric']).diameterMm
    const pilotTip = depth.fullMm - pointLengthMm(drillMm) * 0.6 + pointLengthMm(pilot)
    steps.push({
      kind: 'drill',
      name: `Drill ${size(pilot)}`,
      diameterMm: pilot,
      depthMm: place.through ? depth.fullMm + pointLengthMm(pilot) : Math.max(pilot, pilotTip),
      rank: pilot,
    })
  }
  steps.push({
    kind: 'drill',
    name: drillName(drillMm, last.name),
    diameterMm: drillMm,
    depthMm: depth.tipMm,
    rank: drillMm,
  })
  if (hole.making === 'bore') {
    const millsMm = hole.diameter.mm - BORE_ALLOWANCE_MM
    const mill = largestMill(mills, millsMm)
    if (mill === undefined) left.push(noMill(part, place, millsMm))
    else if (millsMm > drillMm)
      steps.push({
        kind: 'mill',
        name: `End mill ${size(mill)}`,
        diameterMm: mill,
        millsMm,
        depthMm: finished,
        rank: millsMm,
      })
    steps.push({
      kind: 'bore',
      name: `Boring head to ${size(hole.diameter.mm)}`,
      diameterMm: hole.diameter.mm,
      depthMm: finished,
      rank: hole.diameter.mm,
    })
  }
  if (hole.making === 'ream')
    steps.push({
      kind: 'ream',
      name: `Reamer ${size(hole.diameter.mm)}${hole.fit ? ` ${hole.fit}` : ''}`,
      diameterMm: hole.diameter.mm,
      depthMm: finished,
      rank: hole.diameter.mm,
    })
  if (hole.head.kind === 'counterbore') {
    const millsMm = hole.head.diameter.mm
    const mill = largestMill(mills, millsMm)
    if (mill === undefined) left.push(noMill(part, place, millsMm))
    else
      steps.push({
        kind: 'counterbore',
        name: `End mill ${size(mill)}`,
        diameterMm: mill,
        millsMm,
        depthMm: hole.head.depth.mm,
        rank: millsMm,
      })
  }
  if (hole.head.kind === 'countersink') {
    const angle = hole.head.angle.rad
    const degrees = printNumber((angle * 180) / Math.PI, 1)
    steps.push({
      kind: 'chamfer',
      name: `Countersink ${degrees}°`,
      diameterMm: hole.head.diameter.mm,
      depthMm: pointLengthMm(hole.head.diameter.mm, angle),
      rank: angle,
    })
  }
  const thread = hole.thread === undefined ? undefined : parseThread(hole.thread)
  if (hole.making === 'tap' && thread) {
    const chamferMm = TAP_CHAMFER * thread.majorMm
    if (hole.head.kind === 'none')
      steps.push({
        kind: 'chamfer',
        name: 'Countersink 90°',
        diameterMm: chamferMm,
        depthMm: pointLengthMm(chamferMm, Math.PI / 2),
        rank: Math.PI / 2,
      })
    steps.push({
      kind: 'tap',
      name: `Tap ${thread.designation}, ${depth.bottoming ? 'bottoming' : rules.tap}`,
      diameterMm: thread.majorMm,
      pitchMm: thread.pitchMm,
      depthMm: depth.tapTipMm ?? finished,
      rank: thread.majorMm,
    })
  }
  return steps
}

const drillName = (drillMm: number, standard: string): string => {
  const plain = standard.replace(' mm', '')
  const same = Math.abs(nearestDrill(drillMm).diameterMm - drillMm) < 1e-6
  return `Drill ${same ? plain : size(drillMm)}`
}

/** The largest end mill that still moves round in a hole. */
const largestMill = (mills: readonly number[], holeMm: number): number | undefined =>
  [...mills].sort((a, b) => b - a).find((d) => d <= 0.8 * holeMm)

const noMill = (part: Part, place: HoleInSetup, mm: number): string =>
  `${refLabel(part, place.hole.id)}: the workshop has no end mill that goes round in ${size(mm)} mm.`
