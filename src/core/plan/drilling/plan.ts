import { sharpEndMills } from '../../shop/workshop'
import { topOfHolding } from '../../shop/holding'
import { type PlanePoint } from '../../ground/geometry'
import { refLabel, type Part } from '../../work/part'
import { pathLengthMm, shortPath } from '../../handbook/patterns'
import { headWords, type PlannedSetup, swungIn, zeroPoint } from '../planning'
import { printNumber } from '../../handbook/units'
import { cuttingData, peckPlan, type PeckPlan, spindleSpeed } from './cutting'
import { drillingRules, type DrillingRules } from './depths'
import { type HoleInSetup, holesInSetup } from './holes'
import { STAGE_KINDS, type StageKind, type Step, stepsOf } from './steps'

/** One hole under one tool, as the axes of the machine read it from the zero of the setup, mm; Z is the quill's where the head is swung. */
export interface StageCut {
  readonly key: string
  readonly label: string
  readonly x: number
  readonly y: number
  /** Where it lies as the spindle looks down on it, from zero, mm: for pictures. */
  readonly seen: PlanePoint
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
  /** What is done before the first hole where the clamping of another setup is turned, or the head is swung; nothing otherwise. */
  readonly before: readonly string[]
  /** Why there is no program for them, in a sentence; undefined where there is one. */
  readonly unprogrammed: string | undefined
  /** Z is what the quill of a swung head reads. */
  readonly isQuill: boolean
}

/** One tool of a setup's holes and the lowest that its tip goes, as it is read from the zero of the setup, mm. */
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
    lowestZ: holes.reduce((low, hole) => Math.min(low, hole.reads.z - step.depthMm), Infinity),
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
  const swung = swungIn(planned)
  const before = planned.indexed
    ? planned.standing.words.lines
    : swung
      ? headWords(swung).lines
      : []
  const unprogrammed = noProgram(planned)
  const isQuill = swung !== undefined
  return { stages, rules, material: data.name, safeZ, left, before, unprogrammed, isQuill }
}

function noProgram(planned: PlannedSetup): string | undefined {
  const { handsOn } = planned.standing
  if (handsOn)
    return `These holes are made through those of ${handsOn.by}: no coordinates, so no program.`
  return (
    swungIn(planned) &&
    'The head is swung here and depth is the quill’s: the holes are made by hand, at what table and quill read, with no program.'
  )
}

interface GatheredTool {
  readonly step: Step
  readonly holes: HoleInSetup[]
}

/** The steps that the holes of a setup need, put together by tool. */
function gatherTools(planned: PlannedSetup) {
  const { part, workshop } = planned
  const rules = drillingRules(planned.setup.drilling)
  const mills = sharpEndMills(workshop).map((c) => c.diameter)
  const left = new Set<string>()
  const tools = new Map<string, GatheredTool>()
  const steps = new Map<string, readonly Step[]>()
  for (const hole of holesInSetup(planned)) {
    if (!hole.cutHere) continue
    // All holes of a feature are made alike; those that lean may differ in depth.
    const alike = hole.hole.tilt ? hole.key : hole.hole.id
    let made = steps.get(alike)
    if (!made) {
      const planned = stepsOf(part, hole, rules, mills)
      made = planned.steps
      steps.set(alike, made)
      for (const sentence of planned.left) left.add(sentence)
    }
    for (const step of made) {
      const id = `${step.kind} ${step.name} ${step.millsMm ?? ''}`
      const tool = tools.get(id) ?? { step, holes: [] }
      tool.holes.push(hole)
      tools.set(id, tool)
    }
  }
  return { rules, left: [...left], tools: [...tools.values()] }
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
  `${kind} ${name} ${millsMm === undefined ? '' : printNumber(millsMm, 3)}`
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
    seen: { x: hole.at.x, y: hole.at.y },
    x: hole.reads.x,
    y: hole.reads.y,
    mouthZ: hole.reads.z + hole.rimMm,
    tipZ: hole.reads.z - step.depthMm,
    peck,
  }
}
