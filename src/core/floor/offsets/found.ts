import { type Axis, dot, point, type Point, subtract } from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { refLabel, type Surface } from '../../work/part'
import {
  cornerOf,
  driven,
  leansAbout,
  leansOver,
  type PlannedSetup,
  spindleLean,
  surfacePoint,
  swungIn,
  zeroPoint,
} from '../../plan/planning'
import { isRaw, waviness } from '../../work/stock'
import {
  centreFromSwing,
  cornerWithBall,
  edgeFromTouch,
  type Found,
  type FoundSlope,
  heightFromTouch,
  middleFromTouches,
  roundFromTouches,
  slopeFromTouches,
} from '../../handbook/probing'
import { type Readings, standingMark, type ZeroRecord } from './record'

/** What readings give: where zero lies in the machine, axis by axis, and what was measured on the way. */
export interface FoundZero {
  readonly axes: Readonly<Partial<Record<Axis, Found>>>
  /** Where what was touched lies, before it is brought to where zero is to lie. */
  readonly touched: Readonly<Partial<Record<Axis, Found>>>
  readonly width?: Found
  readonly diameter?: Found
  readonly slope?: FoundSlope
  /** How far the worst touch of a round lies off it, mm. */
  readonly worstMm?: number
}

/** How closely one touch repeats: instrument and machine together, ± mm. */
export function touchRepeatMm(planned: PlannedSetup, instrument: string): number {
  const { workshop } = planned
  const tool = workshop.instruments.find((t) => t.id === instrument)
  return Math.hypot(tool?.repeatMm ?? 0, planned.machine.repeatMm)
}

/**
 * Works out readings of one setup.
 *
 * @returns zero in machine coordinates (the DRO's on a mill without them), mm; or the sentence why
 * these readings give none: nothing is half worked out.
 */
export function foundZero(planned: PlannedSetup, record: ZeroRecord): Result<FoundZero> {
  const { readings } = record
  if (record.stood !== standingMark(planned))
    return fail(
      'record.stood',
      'These readings were taken when the part stood otherwise. Find zero again.',
      'stood',
    )
  const reads = touchRepeatMm(planned, record.instrument)
  const missing = unfitHead(planned, readings) ?? missingSurface(planned, readings)
  if (missing) return missing
  const raw = touchedByReadings(planned, readings, reads)
  if (!raw.ok) return raw
  const toZero = driven(planned, subtract(zeroPoint(planned), touchedAt(planned, readings)))
  const uneven = unevenness(planned, readings)
  const axes: Partial<Record<Axis, Found>> = {}
  for (const axis of ['x', 'y', 'z'] as const) {
    const found = raw.value.touched[axis]
    if (found)
      axes[axis] = {
        at: found.at + (readings.kind === 'stored' ? 0 : toZero[axis]),
        plusMinus: Math.hypot(found.plusMinus, uneven),
      }
  }
  return succeed({ ...raw.value, axes })
}

/** How much the place of a touch may stand out from a face that is still raw; halved when two are. */
function unevenness(planned: PlannedSetup, readings: Readings): number {
  const { part } = planned
  const refs = refsOfReadings(readings)
  const each = refs.map((ref) => (isRaw(part, planned.before, ref) ? waviness(part, ref) : 0))
  return Math.hypot(...each) / Math.max(1, refs.length)
}

function touchedByReadings(
  planned: PlannedSetup,
  readings: Readings,
  reads: number,
): Result<Omit<FoundZero, 'axes'>> {
  switch (readings.kind) {
    case 'edge': {
      const edge = edgeFromTouch(readings.touch, readings.tip, reads)
      return edge.ok ? succeed({ touched: { [readings.axis]: edge.value } }) : edge
    }
    case 'both-sides': {
      const both = middleFromTouches(readings.a, readings.b, readings.tip, reads)
      return both.ok
        ? succeed({ touched: { [readings.axis]: both.value.middle }, width: both.value.width })
        : both
    }
    case 'round': {
      const round = roundFromTouches(readings.touches, readings.where, readings.tip, reads)
      if (!round.ok) return round
      const { centre, diameter, diameterPlusMinus, plusMinus, worstMm } = round.value
      return succeed({
        touched: {
          x: { at: centre.x, plusMinus: plusMinus.x },
          y: { at: centre.y, plusMinus: plusMinus.y },
        },
        diameter: { at: diameter, plusMinus: diameterPlusMinus },
        worstMm,
      })
    }
    case 'swung': {
      const swung = centreFromSwing(readings.at, readings.dial, readings.where, reads)
      if (!swung.ok) return swung
      const { centre, plusMinus } = swung.value
      return succeed({
        touched: {
          x: { at: centre.x, plusMinus: plusMinus.x },
          y: { at: centre.y, plusMinus: plusMinus.y },
        },
      })
    }
    case 'height': {
      const height = heightFromTouch(readings.spindle, readings.toolLength, readings.between, reads)
      return height.ok ? succeed({ touched: { z: height.value } }) : height
    }
    case 'slope': {
      const slope = slopeFromTouches(readings.places, readings.readings, reads)
      return slope.ok ? succeed({ touched: {}, slope: slope.value }) : slope
    }
    case 'ball':
      return cornerTouched(planned, readings, reads)
    case 'stored': {
      const kept = (at: number): Found => ({ at, plusMinus: readings.knownMm })
      const { x, y, z } = readings.at
      return succeed({ touched: { x: kept(x), y: kept(y), z: kept(z) } })
    }
  }
}

function cornerTouched(
  planned: PlannedSetup,
  readings: Readings & { kind: 'ball' },
  reads: number,
): Result<Omit<FoundZero, 'axes'>> {
  const swung = swungIn(planned)
  if (!swung) return upright()
  const corner = cornerWithBall(readings, readings.tip, spindleLean(swung), reads)
  if (!corner.ok) return corner
  const { quill, table } = corner.value
  const z = { ...quill, at: quill.at - readings.toolLength }
  return succeed({ touched: { [readings.axis]: table, z } })
}

/**
 * What a readout must show while the spindle still stands where it touched last, so that it counts from
 * zero from then on: for a mill that keeps no offsets. For a bore: with the spindle over its middle.
 */
export function readoutAtTouch(
  readings: Readings,
  { axes, touched }: FoundZero,
): Readonly<Partial<Record<Axis, number>>> {
  const from = (axis: Axis, stands: number): Partial<Record<Axis, number>> => {
    const zero = axes[axis]
    return zero ? { [axis]: stands - zero.at } : {}
  }
  switch (readings.kind) {
    case 'edge':
      return from(readings.axis, readings.touch.at)
    case 'both-sides':
      return from(readings.axis, readings.b.at)
    case 'round':
    case 'swung':
      return { ...from('x', touched.x?.at ?? NaN), ...from('y', touched.y?.at ?? NaN) }
    case 'height':
      return from('z', readings.spindle - readings.toolLength)
    case 'ball':
      return {
        ...from(readings.axis, readings.wall.at),
        ...from('z', readings.quill - readings.toolLength),
      }
    case 'slope':
    case 'stored':
      return {}
  }
}

/** The faces or features that readings were taken on. */
export function refsOfReadings(readings: Readings): readonly string[] {
  switch (readings.kind) {
    case 'edge':
    case 'height':
    case 'slope':
      return [readings.surface]
    case 'both-sides':
      return [readings.first, readings.second]
    case 'round':
    case 'swung':
      return [readings.feature]
    case 'ball':
    case 'stored':
      return []
  }
}

/** Nominal place of what was touched, in the setup: the mean where two sides were, the corner that the holding keeps for a ball. */
export function touchedAt(planned: PlannedSetup, readings: Readings): Point<'setup'> {
  const { leaning, surfaces } = planned
  if (readings.kind === 'ball' && leaning) return cornerOf(leaning)
  const places = refsOfReadings(readings).flatMap((ref) => {
    const surface = surfaces.get(ref)
    return surface ? [surfacePoint(planned, surface)] : []
  })
  const mean = (axis: Axis): number =>
    places.reduce((sum, p) => sum + p[axis], 0) / Math.max(1, places.length)
  return point(mean('x'), mean('y'), mean('z'))
}

/** A ball finds a corner for a spindle that leans; an edge says something there along the axis that it swings about only. */
function unfitHead(planned: PlannedSetup, readings: Readings): Result<never> | undefined {
  const swung = swungIn(planned)
  if (!swung) return readings.kind === 'ball' ? upright() : undefined
  const [about, over] = [leansAbout(swung.lean), leansOver(swung)]
  const fits = {
    ball: readings.kind === 'ball' && readings.axis === over,
    edge: 'axis' in readings && readings.kind !== 'ball' && readings.axis === about,
  }
  return fits.ball || fits.edge || readings.kind === 'stored'
    ? undefined
    : fail(
        'record.swung',
        `With the head swung, edges touched along ${about.toUpperCase()} give zero there; ${over.toUpperCase()} and the quill are found together, with a ball at the corner of the holding.`,
        'kind',
      )
}

const upright = (): Result<never> =>
  fail(
    'record.swung',
    'The spindle stands upright here: touch edges and a face, each for its own axis.',
    'kind',
  )

/** Readings must be of surfaces that are there and lie across the axis that they are to give. */
function missingSurface(planned: PlannedSetup, readings: Readings): Result<never> | undefined {
  const { part, surfaces } = planned
  for (const ref of refsOfReadings(readings)) {
    const surface = surfaces.get(ref)
    if (!surface)
      return fail(
        'record.surface',
        `The readings were taken on “${ref}”, which is not on the part any more.`,
        'surface',
      )
    const axis = crossedAxis(planned, surface)
    const wanted = wantedAxis(readings)
    if (wanted === 'round' ? axis !== 'round' : wanted !== axis)
      return fail(
        'record.direction',
        `${refLabel(part, ref)} does not lie across ${wanted === 'round' ? 'X and Y' : wanted.toUpperCase()} as the part stands: a touch on it says nothing there.`,
        'surface',
      )
  }
  return undefined
}

function wantedAxis(readings: Readings): Axis | 'round' {
  switch (readings.kind) {
    case 'edge':
    case 'both-sides':
      return readings.axis
    case 'slope':
      return readings.along === 'x' ? 'y' : 'x'
    case 'ball':
    case 'height':
    case 'stored':
      return 'z'
    case 'round':
    case 'swung':
      return 'round'
  }
}

/** The axis of the setup that a flat surface lies across; `round` for an upright bore or boss. */
export function crossedAxis(planned: PlannedSetup, surface: Surface): Axis | 'round' | undefined {
  const { rows } = planned.standing.setupFromPart
  if (surface.kind === 'axis') {
    const along = point<'part'>(
      surface.to.x - surface.from.x,
      surface.to.y - surface.from.y,
      surface.to.z - surface.from.z,
    )
    return Math.abs(dot(rows[0], along)) + Math.abs(dot(rows[1], along)) < 1e-6
      ? 'round'
      : undefined
  }
  return (['x', 'y', 'z'] as const).find(
    (_, k) => Math.abs(dot(rows[k] ?? rows[0], surface.normal)) > 0.99,
  )
}
