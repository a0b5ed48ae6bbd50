import { topOfHolding } from '../../shop/holding'
import { applyMotion, type Point, subtract } from '../../ground/geometry'
import { type DrillingTool, drillingTools } from '../../plan/drilling'
import { featureSurfaces, isSide, refLabel } from '../../work/part'
import { driven, isSideCut, type PlannedSetup, swungIn, zeroPoint } from '../../plan/planning'
import { type Cutter } from '../../shop/workshop'
import { type Anchor } from './predict'

/** What the spindle needs along X or Y, and what the machine has. */
export interface ReachAcross {
  readonly axis: 'x' | 'y'
  /** Outermost places of the spindle's middle in the frame of the setup, mm, with what asks for them. */
  readonly low: { readonly at: number; readonly because: string }
  readonly high: { readonly at: number; readonly because: string }
  readonly travelMm: number
  /** By how much the machine is too short, mm; 0 or less when it reaches. */
  readonly overMm: number
  /** From where to where what stays of the holding along this axis may stand in the machine. */
  readonly stands: readonly [number, number] | undefined
  /** How far it must be moved from where it stands, mm; undefined while nobody knows where it stands. */
  readonly shiftMm: number | undefined
}

/** What one tool needs in Z. */
export interface ReachDown {
  readonly tool: string
  readonly lengthMm: number
  /** The length is a guess from its diameter; measure it. */
  readonly guessed: boolean
  /** Lowest and highest place of the gauge line over the table, mm. */
  readonly low: number
  readonly high: number
  /** By how much the spindle cannot come down far enough, or go up far enough, mm; 0 or less when it can. */
  readonly shortBelowMm: number
  readonly shortAboveMm: number
}

/** What the quill of a swung head must travel, and what it can, mm. */
export interface QuillReach {
  readonly needMm: number
  readonly travelMm: number
}

export interface Envelope {
  readonly across: readonly ReachAcross[]
  /** Nothing where the head is swung: there the knee stays, and only the quill goes down. */
  readonly down: readonly ReachDown[]
  readonly quill: QuillReach | undefined
  /** Gauge line over the table, lowest and highest, mm. */
  readonly gauge: readonly [number, number]
  readonly fits: boolean
}

/** Run-in beside a face that is cut, and height over everything between cuts, mm (common practice, no source). */
const RUN_IN_MM = 3
const CLEAR_MM = 25
/** Gauge line to table of a machine that does not say, mm. */
const usualGaugeMm = (travelZ: number): number => travelZ + 100

/** Length of a tool that nobody has measured: holder, and so many diameters (common practice, no source). */
const guessedLength = (kind: Cutter['kind'], diameter: number): number => {
  switch (kind) {
    case 'face mill':
      return 100
    case 'end mill':
    case 'chamfer mill':
    case 'corner rounding mill':
      return 80 + 2.5 * diameter
    case 'boring head':
      return 160
    case 'drill':
    case 'reamer':
    case 'tap':
      return 90 + Math.min(150, 7 * diameter + 15)
  }
}

interface Need {
  readonly low: Point<'setup'>
  readonly high: Point<'setup'>
  readonly because: string
}

/**
 * Travels against part, holding, tools and clearance moves. Lengths of tools that the workshop does not
 * have are guessed.
 *
 * @param anchor - where the holding stands, if it was found or is written down.
 */
export function envelopeOf(planned: PlannedSetup, anchor?: Anchor): Envelope {
  const needs = needsOf(planned)
  const across = needs.length === 0 ? [] : reachAcross(planned, needs, anchor)
  const { machine } = planned
  const top = machine.gaugeToTable ?? usualGaugeMm(machine.travel.z)
  const gauge: readonly [number, number] = [top - machine.travel.z, top]
  const quill = quillReach(planned)
  const down = (quill ? [] : toolNeeds(planned)).map((need): ReachDown => {
    const bed = planned.standing.overTableMm
    const low = bed + need.tipZ + need.lengthMm
    const over = Math.max(planned.standing.high.z, topOfHolding(planned.standing))
    const high = bed + over + CLEAR_MM + need.lengthMm
    return {
      tool: need.tool,
      lengthMm: need.lengthMm,
      guessed: need.guessed,
      low,
      high,
      shortBelowMm: gauge[0] - low,
      shortAboveMm: high - gauge[1],
    }
  })
  const fits =
    across.every((a) => a.overMm <= 0) &&
    down.every((d) => d.shortBelowMm <= 0 && d.shortAboveMm <= 0) &&
    (quill === undefined || quill.needMm <= quill.travelMm)
  return { across, down, quill, gauge, fits }
}

/** From just over the highest place that is cut down to the lowest that a tip goes, as the quill reads it. */
function quillReach(planned: PlannedSetup): QuillReach | undefined {
  const swung = swungIn(planned)
  if (!swung) return undefined
  const zero = zeroPoint(planned)
  const reads = [
    ...planned.setup.ops.flatMap(({ feature }) =>
      placesOf(planned, feature).map((p) => driven(planned, subtract(p, zero)).z),
    ),
    ...drillingTools(planned).map(({ lowestZ }) => lowestZ),
  ]
  const needMm = reads.length === 0 ? 0 : Math.max(...reads) - Math.min(...reads) + RUN_IN_MM
  return { needMm, travelMm: swung.on.quill }
}

/** Corners and ends of what a cut makes, as the part stands. */
function placesOf({ part, standing }: PlannedSetup, ref: string): readonly Point<'setup'>[] {
  const feature = part.features.find((f) => f.id === ref)
  return (feature ? featureSurfaces(part, feature) : [])
    .flatMap((s) => (s.kind === 'axis' ? [s.from, s.to] : s.corners))
    .map((p) => applyMotion(standing.setupFromPart, p))
}

/** What the spindle needs, as the axes of the machine read it. */
const needsOf = (planned: PlannedSetup): readonly Need[] =>
  needsAcross(planned).map((need) => ({
    ...need,
    low: driven(planned, need.low),
    high: driven(planned, need.high),
  }))

function needsAcross(planned: PlannedSetup): readonly Need[] {
  const { part, workshop } = planned
  const { standing, setup } = planned
  const size = (op: { cutter?: string | undefined }): number =>
    workshop.cutters.find((c) => c.id === op.cutter)?.diameter ?? 0
  return setup.ops.flatMap((op): Need[] => {
    const name = refLabel(part, op.feature)
    if (isSide(op.feature)) {
      const beside = size(op) / 2 + RUN_IN_MM
      const grow = isSideCut(planned, op.feature) ? size(op) + RUN_IN_MM : beside
      return [{ ...grown(standing.low, standing.high, grow), because: name }]
    }
    const feature = part.features.find((f) => f.id === op.feature)
    if (!feature) return []
    const places = featureSurfaces(part, feature).flatMap((surface) =>
      surface.kind === 'axis'
        ? [applyMotion(standing.setupFromPart, surface.from)]
        : surface.corners.map((c) => applyMotion(standing.setupFromPart, c)),
    )
    const [first] = places
    if (!first) return []
    const box = places.reduce<{ low: Point<'setup'>; high: Point<'setup'> }>(
      (all, p) => ({
        low: { x: Math.min(all.low.x, p.x), y: Math.min(all.low.y, p.y), z: 0 },
        high: { x: Math.max(all.high.x, p.x), y: Math.max(all.high.y, p.y), z: 0 },
      }),
      { low: first, high: first },
    )
    return [{ ...box, because: name }]
  })
}

const grown = (
  low: Point<'setup'>,
  high: Point<'setup'>,
  by: number,
): { low: Point<'setup'>; high: Point<'setup'> } => ({
  low: { ...low, x: low.x - by, y: low.y - by },
  high: { ...high, x: high.x + by, y: high.y + by },
})

function reachAcross(
  planned: PlannedSetup,
  needs: readonly Need[],
  anchor: Anchor | undefined,
): readonly ReachAcross[] {
  const { machine, standing } = planned
  return (['x', 'y'] as const).map((axis): ReachAcross => {
    const lowest = needs.reduce((a, b) => (b.low[axis] < a.low[axis] ? b : a))
    const highest = needs.reduce((a, b) => (b.high[axis] > a.high[axis] ? b : a))
    const low = { at: lowest.low[axis], because: lowest.because }
    const high = { at: highest.high[axis], because: highest.because }
    const travelMm = machine.travel[axis]
    const overMm = high.at - low.at - travelMm
    const base = driven(planned, {
      x: standing.stays.x.anchor.at,
      y: standing.stays.y.anchor.at,
      z: 0,
    })[axis]
    // Machine coordinates run from −travel to 0.
    const stands: readonly [number, number] | undefined =
      overMm > 0 ? undefined : [-travelMm - low.at + base, -high.at + base]
    const where = anchor?.axes[axis]?.at
    const shiftMm =
      where === undefined || !stands
        ? undefined
        : where < stands[0]
          ? stands[0] - where
          : where > stands[1]
            ? stands[1] - where
            : 0
    return { axis, low, high, travelMm, overMm, stands, shiftMm }
  })
}

interface ToolNeed {
  readonly tool: string
  readonly lengthMm: number
  readonly guessed: boolean
  /** Lowest place of its tip over the bed, mm. */
  readonly tipZ: number
}

function toolNeeds(planned: PlannedSetup): readonly ToolNeed[] {
  const { part, workshop } = planned
  const zero = zeroPoint(planned)
  const found = new Map<string, ToolNeed>()
  const add = (need: ToolNeed): void => {
    const before = found.get(need.tool)
    if (!before || need.tipZ < before.tipZ) found.set(need.tool, need)
  }
  for (const stage of drillingTools(planned)) {
    const kind = STAGE_TOOL[stage.kind]
    const known = workshop.cutters.find(
      (c) => c.kind === kind && Math.abs(c.diameter - stage.diameterMm) < 1e-6,
    )
    add({
      tool: stage.name,
      lengthMm: known?.length ?? guessedLength(kind, stage.diameterMm),
      guessed: known?.length === undefined,
      tipZ: zero.z + stage.lowestZ,
    })
  }
  for (const op of planned.setup.ops) {
    const feature = part.features.find((f) => f.id === op.feature)
    const cutter = workshop.cutters.find((c) => c.id === op.cutter)
    if (feature?.kind === 'hole' || !cutter) continue
    add({
      tool: cutter.name,
      lengthMm: cutter.length ?? guessedLength(cutter.kind, cutter.diameter),
      guessed: cutter.length === undefined,
      tipZ: lowestOf(planned, op.feature),
    })
  }
  return [...found.values()]
}

const STAGE_TOOL = {
  spot: 'chamfer mill',
  drill: 'drill',
  mill: 'end mill',
  bore: 'boring head',
  ream: 'reamer',
  counterbore: 'end mill',
  chamfer: 'chamfer mill',
  tap: 'tap',
} as const satisfies Record<DrillingTool['kind'], Cutter['kind']>

/** Lowest place over the bed that cutting a face or feature asks for. */
function lowestOf(planned: PlannedSetup, ref: string): number {
  const { standing } = planned
  if (isSide(ref)) return isSideCut(planned, ref) ? standing.low.z : standing.high.z - 1
  const heights = placesOf(planned, ref).map((p) => p.z)
  return heights.length > 0 ? Math.min(...heights) : standing.high.z
}
