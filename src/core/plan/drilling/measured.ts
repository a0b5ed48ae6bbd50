import { type PlanePoint, point, type Point } from '../../ground/geometry'
import { leastSquaresFit, type PatternFit, smallestZoneFit } from '../../handbook/patterns'
import { DEGREE_RAD, type LengthUnit, lengthWords, printNumber } from '../../handbook/units'

/** A hole where it should be and where it was measured, in the axes of the setup, mm. */
export interface MeasuredHole {
  readonly key: string
  readonly label: string
  readonly nominal: PlanePoint
  readonly measured: PlanePoint
  /** Allowed position, diameter of the zone; undefined when the drawing has none. */
  readonly toleranceMm?: number | undefined
}

/** What the measured holes of one setup say. */
export interface MeasuredReport {
  readonly holes: readonly (MeasuredHole & {
    /** Diameter of the zone that just holds it, ASME Y14.5-2018, 10.2: 2·√(dx² + dy²). */
    readonly positionMm: number
    /** The same once the pattern is moved as a whole by least squares. */
    readonly afterFitMm: number
    readonly accepted: boolean | undefined
    readonly wandered: boolean
  })[]
  readonly squares: PatternFit
  readonly zone: PatternFit
  /** What is likely the matter, in words, the most telling first. */
  readonly words: readonly { readonly what: string; readonly rest: string }[]
}

/** A shift or turn counts when it stands this many times over the scatter that is left. */
const TELLING = 3
/** A hole has wandered when it is this many times further off than the middle one. */
const OUTLIER = 4
/** Nothing under this is told, mm: no shop reads it off a part. */
const LEAST_MM = 0.005

/** What the axes of the machine read for a way in those of the setup. */
export type Keyed = (way: Point<'setup'>) => Point<'setup'>

/** Middle value. */
function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1
    ? (sorted[half] ?? 0)
    : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2
}

/**
 * Tells a misplaced zero (all shifted alike), a vise out of square (all turned) and single wandered holes
 * apart. Wandered holes are set aside one at a time, the worst first, and the rest fitted again, so that
 * one bad hole does not look like a shift of all.
 *
 * @param holes - one or more.
 * @param keyed - what zero is set by for a way in the axes of the setup.
 */
export function judgeMeasured(
  holes: readonly MeasuredHole[],
  unit: LengthUnit,
  keyed: Keyed = (way) => way,
): MeasuredReport {
  const outliers = wanderedHoles(holes)
  const squares = leastSquaresFit(holes)
  const zone = smallestZoneFit(holes)
  const kept = holes.filter((hole) => !outliers.has(hole.key))
  const judged = holes.map((hole, i) => {
    const positionMm =
      2 * Math.hypot(hole.measured.x - hole.nominal.x, hole.measured.y - hole.nominal.y)
    const left = squares.left[i] ?? { x: 0, y: 0 }
    return {
      ...hole,
      positionMm,
      afterFitMm: 2 * Math.hypot(left.x, left.y),
      accepted: hole.toleranceMm === undefined ? undefined : positionMm <= hole.toleranceMm + 1e-12,
      wandered: outliers.has(hole.key),
    }
  })
  return { holes: judged, squares, zone, words: wordsFor(kept, outliers, unit, keyed) }
}

function wanderedHoles(
  holes: readonly MeasuredHole[],
): ReadonlyMap<string, PlanePoint & { label: string }> {
  const found = new Map<string, PlanePoint & { label: string }>()
  let kept = [...holes]
  // With fewer than five holes one cannot be told from the rest.
  while (kept.length >= 5 && found.size < holes.length / 4) {
    const candidates = kept.map((hole, i) => {
      const rest = kept.filter((_, k) => k !== i)
      const fit = leastSquaresFit(rest)
      const alone = leftOf(hole, fit)
      const usual = median(fit.left.map((p) => Math.hypot(p.x, p.y)))
      return { hole, alone, far: Math.hypot(alone.x, alone.y), usual }
    })
    const worst = candidates.reduce((a, b) =>
      b.far - OUTLIER * b.usual > a.far - OUTLIER * a.usual ? b : a,
    )
    if (worst.far < OUTLIER * worst.usual || worst.far < LEAST_MM) break
    found.set(worst.hole.key, { ...worst.alone, label: worst.hole.label })
    kept = kept.filter((hole) => hole !== worst.hole)
  }
  return found
}

/** What is left of a hole that did not take part in a fit. */
function leftOf(hole: MeasuredHole, fit: PatternFit): PlanePoint {
  const [dx, dy] = [hole.nominal.x - fit.about.x, hole.nominal.y - fit.about.y]
  const [c, s] = [Math.cos(fit.turnRad), Math.sin(fit.turnRad)]
  return {
    x: hole.measured.x - (fit.about.x + c * dx - s * dy + fit.shift.x),
    y: hole.measured.y - (fit.about.y + s * dx + c * dy + fit.shift.y),
  }
}

function wordsFor(
  kept: readonly MeasuredHole[],
  outliers: ReadonlyMap<string, PlanePoint & { label: string }>,
  unit: LengthUnit,
  keyed: Keyed,
): { what: string; rest: string }[] {
  const words: { what: string; rest: string; size: number }[] = []
  const fit = leastSquaresFit(kept)
  const say = (mm: number): string => lengthWords(mm, unit)
  const scatter = Math.sqrt(
    fit.left.reduce((sum, p) => sum + p.x * p.x + p.y * p.y, 0) / Math.max(1, 2 * kept.length - 3),
  )
  const reach = Math.max(
    0,
    ...kept.map((h) => Math.hypot(h.nominal.x - fit.about.x, h.nominal.y - fit.about.y)),
  )
  const spread = Math.hypot(
    ...kept.map((h) => Math.hypot(h.nominal.x - fit.about.x, h.nominal.y - fit.about.y)),
  )
  const atEdge = Math.abs(fit.turnRad) * reach
  const turnScatter = spread > 0 ? (scatter / spread) * reach : Infinity
  if (kept.length >= 2 && atEdge > Math.max(LEAST_MM, TELLING * turnScatter)) {
    const way = fit.turnRad > 0 ? 'against the clock' : 'with the clock'
    words.push({
      what: 'The pattern is turned as a whole: the vise or the part stood out of square.',
      rest: `By ${printNumber(Math.abs(fit.turnRad) / DEGREE_RAD, 3)}° ${way}, ${say(atEdge)} at its farthest hole. Tram the fixed jaw, or turn the program back by as much.`,
      size: atEdge,
    })
  }
  const shift = Math.hypot(fit.shift.x, fit.shift.y)
  if (shift > Math.max(LEAST_MM, (TELLING * scatter) / Math.sqrt(kept.length))) {
    const signed = (mm: number): string => `${mm < 0 ? '−' : '+'}${say(Math.abs(mm))}`
    const back = keyed(point(-fit.shift.x, -fit.shift.y, 0))
    const deeper = Math.abs(back.z) > 1e-6 ? `, quill ${signed(back.z)}` : ''
    words.push({
      what: 'The pattern is shifted as a whole: zero was not where it was taken to be.',
      rest: `X ${signed(fit.shift.x)}, Y ${signed(fit.shift.y)}. Before the next part set zero by as much the other way: X ${signed(back.x)}, Y ${signed(back.y)}${deeper}.`,
      size: shift,
    })
  }
  for (const off of outliers.values()) {
    const far = Math.hypot(off.x, off.y)
    words.push({
      what: `${off.label.charAt(0).toUpperCase()}${off.label.slice(1)} wandered by itself.`,
      rest: `${say(far)} from where the others put it. Spot it deeper, use a shorter drill, or bore that one.`,
      size: far,
    })
  }
  if (words.length === 0)
    words.push({
      what: 'Nothing but scatter.',
      rest: `The holes are spread about their places by ${say(scatter)}, with no shift or turn that stands out.`,
      size: 0,
    })
  return words.sort((a, b) => b.size - a.size).map(({ rest, what }) => ({ what, rest }))
}
