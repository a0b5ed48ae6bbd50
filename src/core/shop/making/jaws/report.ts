import { edgesOf, type Ring, ringBounds } from '../../../ground/outline'
import { DEGREE_RAD } from '../../../handbook/units'
import { type Half, type JawDesign, type JawHalf } from './types'

/** Where places are counted from: the low corner of one half as seen from above, or the setup. */
export interface JawOrigin {
  readonly x: number
  readonly y: number
}

/** The own corner of one half, low and left as seen from above; of both together that of the moving one. */
export const jawCorner = ({ fixed, moving }: JawDesign, half?: Half): JawOrigin =>
  (half === 'fixed' ? fixed : moving).low

export const halvesOf = ({ fixed, moving }: JawDesign, half?: Half): readonly JawHalf[] =>
  half === undefined ? [fixed, moving] : [half === 'fixed' ? fixed : moving]

/** A ring counted from another place. */
export const ringFrom = (ring: Ring, { x, y }: JawOrigin): Ring =>
  ring.map((corner) => ({ ...corner, x: corner.x - x, y: corner.y - y }))

const rounded = (mm: number): number => Math.round(mm * 1e6) / 1e6 + 0

/** One edge of an outline as other programs read it, mm: straight, or an arc about a centre. */
const edgesSaid = (ring: Ring, origin: JawOrigin) =>
  edgesOf(ringFrom(ring, origin)).map((edge) => ({
    from: [rounded(edge.from.x), rounded(edge.from.y)],
    to: [rounded(edge.to.x), rounded(edge.to.y)],
    ...(edge.kind === 'arc' && {
      centre: [rounded(edge.centre.x), rounded(edge.centre.y)],
      radiusMm: rounded(edge.radiusMm),
      counterClockwise: edge.turnRad > 0,
    }),
  }))

/** How far walls that follow the draft of a casting lean, in towards the floor; the outline is that at the top. */
const leaning = ({ end, fixed, moving }: JawDesign['leans']) => {
  if (Math.max(end, fixed, moving) <= 0) return {}
  const degrees = (slope: number): number => rounded(Math.atan(slope) / DEGREE_RAD)
  return { leansDeg: { fixed: degrees(fixed), moving: degrees(moving), end: degrees(end) } }
}

/**
 * A pair of jaws, or one of them, in figures: all in mm, places in the own corner of the half (its low left
 * corner as seen from above, Z from its foot), or of the moving half for both.
 */
export function jawReport(design: JawDesign, half?: Half) {
  const origin = jawCorner(design, half)
  const halves = halvesOf(design, half)
  const { blank, clearMm, cutter, cuts, edges, gripMm, slug, stepMm, troubles, vise, zero } = design
  const place = ({ x, y }: { x: number; y: number }) => [
    rounded(x - origin.x),
    rounded(y - origin.y),
  ]
  return {
    jaw: half ?? 'both',
    stepMm,
    gripMm: rounded(gripMm),
    ...leaning(design.leans),
    clearanceMm: clearMm,
    leastGapMm: rounded(Math.min(...halves.map(({ leastGapMm }) => leastGapMm))),
    mostGapMm: rounded(Math.max(...halves.map(({ mostGapMm }) => mostGapMm))),
    bearsMm: Object.fromEntries(halves.map((one) => [one.half, rounded(one.bearsMm)])),
    outline: halves.flatMap(({ profile }) => profile.map((ring) => edgesSaid(ring, origin))),
    part: design.outline.map((ring) => edgesSaid(ring, origin)),
    groove: halves.flatMap(({ groove }) => groove.map((ring) => edgesSaid(ring, origin))),
    channels: halves.flatMap(({ channels }) => channels.map((ring) => edgesSaid(ring, origin))),
    reliefs: halves.flatMap(({ reliefs }) =>
      reliefs.map(({ corner, from, half: of, radiusMm, to }) => ({
        half: of,
        corner: place(corner),
        from: place(from),
        to: place(to),
        radiusMm,
      })),
    ),
    under: halves.flatMap(({ half: of, under }) =>
      under.map(({ at, ...rest }) => ({ half: of, at: place(at), ...rest })),
    ),
    pins: halves.flatMap(({ half: of, pins }) =>
      pins.map(({ at, ...rest }) => ({ half: of, at: place(at), ...rest })),
    ),
    shiftsMm: design.shifts,
    cuts,
    edges,
    cutter: { name: cutter.name, diameterMm: cutter.diameter },
    blanks: {
      name: blank.name,
      widthMm: blank.width,
      thicknessMm: blank.thickness,
      heightMm: blank.height,
      ...(blank.baseHeight !== undefined && { baseHeightMm: blank.baseHeight }),
      pairsOwned: blank.pairs,
      vise: vise.name,
      gapMm: slug.diameterMm,
      slug: { diameterMm: slug.diameterMm, topBelowJawsMm: rounded(blank.height - slug.topZ) },
    },
    zero: {
      x: rounded(zero.x - origin.x),
      y: rounded(zero.y - origin.y),
      z: rounded(zero.z),
      is: zero.words,
    },
    troubles,
  }
}

/** How large a drawing of the halves is, mm. */
export function jawExtent(halves: readonly JawHalf[]): { widthMm: number; heightMm: number } {
  const { high, low } = ringBounds(
    halves.map(({ high: h, low: l }) => [l, { x: h.x, y: l.y }, h, { x: l.x, y: h.y }]),
  )
  return { widthMm: high.x - low.x, heightMm: high.y - low.y }
}
