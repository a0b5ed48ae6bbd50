import { filled, flatRing, type Region, type Ring, ringsOfRegion } from '../../../ground/outline'
import { type Cut } from '../../../work/stock'
import { printDegrees } from '../../../handbook/units'
import {
  inSoftJaws,
  type InSoftJaws,
  MOUTH_MM,
  shiftsOf,
  type SoftJawsHolding,
  throughHoles,
  type Work,
} from '../../holding'
import { CHANNEL, GROOVE_DEEP_MM, grooveCutter, halfOf } from './half'
import { leansOf } from './lean'
import { pocketsOf } from './pocket'
import { PAST_MM } from './reliefs'
import {
  type Half,
  type JawCut,
  type JawDesign,
  type JawHalf,
  type JawKernel,
  type JawTrouble,
} from './types'

export { type JawDesign, type JawHalf, type JawKernel } from './types'

/** Arcs of the part stand so fine for themselves, mm. */
const FINE_MM = 0.001
/** The slug's top stays so far below the floor, clear of the cutter, mm (common practice, no source). */
const SLUG_BELOW_MM = 3

/** Designs a pair of jaws to the part as it stands in them. */
export function designJaws(
  own: InSoftJaws,
  kernel: JawKernel,
  meanwhile: readonly Cut[] = [],
): JawDesign {
  const { end, fixed, floorZ, holding, topZ } = own
  const shifts = shiftsOf(own)
  const one = ringsOfRegion(filled(kernel.shadow(floorZ, topZ)))
  const outline = shifts.flatMap((by) => one.map((ring) => shifted(ring, by)))
  const shadow: Region = outline.map((ring) => flatRing(ring, FINE_MM))
  const pockets = pocketsOf(own, kernel, shadow)
  const holes = meanwhile.flatMap((cut) =>
    throughHoles(own, own.work, cut).flatMap(({ at, radius }) =>
      shifts.map((by) => ({ at: { x: at.x + by, y: at.y }, radius })),
    ),
  )
  const half = (which: Half) => halfOf(own, kernel, which, pockets[which], outline, holes)
  const [fixedHalf, movingHalf] = [half('fixed'), half('moving')]
  return {
    vise: own.vise,
    blank: own.blank,
    cutter: own.cutter,
    clearMm: holding.clear.mm,
    mouthMm: MOUTH_MM,
    gapY: own.gapY,
    slug: { diameterMm: holding.gap.mm, topZ: floorZ - SLUG_BELOW_MM },
    walls: { fixed: fixed.at, moving: own.moving.at },
    leans: leansOf(own),
    workTopZ: own.high.z,
    stepMm: holding.step.mm,
    gripMm: gripOf(own, kernel),
    floorZ,
    topZ,
    outline,
    shifts,
    fixed: fixedHalf.made,
    moving: movingHalf.made,
    cuts: cutsOf(own, [fixedHalf.made, movingHalf.made]),
    edges: grooveCutter(own)
      ? 'Deburr the edges of the work that go in: the groove takes what is left.'
      : `The workshop has no end mill small enough for a groove at the foot of the walls: break the lower edges of the work by ${MOUTH_MM} mm, or its burrs and the cutter’s own corner hold it off.`,
    zero: {
      x: end?.at ?? own.pin?.at.x ?? own.bored?.x ?? 0,
      y: own.bored ? 0 : fixed.at,
      z: floorZ,
      words: own.bored
        ? 'axis of the bore, floor of the step'
        : `${end ? 'end wall' : own.pin ? 'axis of the pin' : 'middle of the vise'}, wall of the fixed half, floor of the step`,
    },
    troubles: troublesOf(outline.length === 0, [fixedHalf, movingHalf]),
  }
}

const shifted = (ring: Ring, by: number): Ring =>
  by === 0 ? ring : ring.map((corner) => ({ ...corner, x: corner.x + by }))

/** What keeps these jaws from being made or from holding. */
function troublesOf(
  isEmpty: boolean,
  halves: readonly ReturnType<typeof halfOf>[],
): readonly JawTrouble[] {
  return [
    ...(isEmpty
      ? [
          {
            code: 'nothing-in-step',
            sentence: 'Nothing of the part lies within the step.',
          } as const,
        ]
      : []),
    ...halves.flatMap(({ trouble }) => trouble),
    ...halves.flatMap(({ made: { bearsMm, half: which } }) =>
      bearsMm > 0
        ? []
        : [
            {
              code: 'no-contact',
              sentence: `The wall of the ${which} half touches nothing of the part.`,
            } as const,
          ],
    ),
  ]
}

/** Slices by which it is found how high the part lies flat against the walls. */
const SLICES = 24
const FLAT_MM = 0.01

/** The height over which both walls have something flat against them, less the mouth, mm. */
function gripOf(own: InSoftJaws, kernel: JawKernel): number {
  const { fixed, floorZ, moving, topZ } = own
  const leans = leansOf(own)
  const [from, to] = [floorZ, topZ - MOUTH_MM]
  const step = (to - from) / SLICES
  if (step <= 0) return 0
  let flat = 0
  for (let i = 0; i < SLICES; i++) {
    const z = from + (i + 0.5) * step
    const ys = kernel.section(z).flatMap((loop) => loop.map(({ y }) => y))
    if (ys.length === 0) continue
    const high = fixed.at - leans.fixed * (topZ - z)
    const low = moving.at + leans.moving * (topZ - z)
    if (Math.max(...ys) > high - FLAT_MM && Math.min(...ys) < low + FLAT_MM) flat += step
  }
  return flat
}

function cutsOf(own: InSoftJaws, halves: readonly JawHalf[]): readonly JawCut[] {
  const { cutter, holding, work } = own
  const reliefs = halves.flatMap((one) => one.reliefs)
  const small = grooveCutter(own)
  const chamfer = work.workshop.cutters.find(({ kind }) => kind === 'chamfer mill')
  const depthMm = holding.step.mm
  return [
    {
      what: 'pocket, a light last pass at full depth',
      cutter: cutter.name,
      depthMm,
      halves: 'both',
    },
    ...(reliefs.length > 0
      ? [
          {
            what: `${reliefs.length} corners relieved, driven ${PAST_MM} mm past them`,
            cutter: cutter.name,
            depthMm,
            halves: 'both',
          } as const,
        ]
      : []),
    ...leaningCuts(own),
    ...(small
      ? [
          {
            what: 'groove along the foot of the walls',
            cutter: small.name,
            depthMm: depthMm + GROOVE_DEEP_MM,
            halves: 'both',
          } as const,
        ]
      : []),
    ...floorCuts(own, halves),
    ...halves.flatMap(({ half, pins }) =>
      pins.map(({ deepMm, headMm, shankMm }) => ({
        what: `hole for a pin, bored and reamed ${shankMm} H7; dowel ${shankMm} m6, its head ${headMm} and relieved across`,
        cutter: 'boring head, reamer',
        depthMm: depthMm + deepMm,
        halves: half,
      })),
    ),
    {
      what: `mouth chamfered ${MOUTH_MM} mm`,
      cutter: chamfer?.name ?? 'a file',
      depthMm: MOUTH_MM,
      halves: 'both',
    },
  ]
}

/** Walls that lean with the draft of what bears on them. */
function leaningCuts(own: InSoftJaws): readonly JawCut[] {
  const { cutters } = own.work.workshop
  const ball = cutters.find(({ diameter, nose }) => nose !== undefined && nose * 2 >= diameter)
  return Object.entries(leansOf(own)).flatMap(([wall, leans]): readonly JawCut[] =>
    leans > 0
      ? [
          {
            what: `${wall === 'end' ? 'end wall' : `wall of the ${wall} half`} leaning ${printDegrees(Math.atan(leans))}, in by ${(leans * own.holding.step.mm).toFixed(2)} at the floor`,
            cutter: ball
              ? `${ball.name} in steps, or a tapered end mill`
              : 'a tapered end mill, or a ball end mill in steps',
            depthMm: own.holding.step.mm,
            halves: wall === 'moving' ? 'moving' : 'fixed',
          },
        ]
      : [],
  )
}

/** What is let into the floor: channels, and reliefs under what comes through. */
function floorCuts({ cutter, holding }: InSoftJaws, halves: readonly JawHalf[]): readonly JawCut[] {
  const under = halves.flatMap((one) => one.under)
  const channels = halves.flatMap((one) => one.channels)
  const depthMm = holding.step.mm
  return [
    ...(channels.length > 0
      ? [
          {
            what: `channels ${CHANNEL.wideMm} wide across the floor and out at the gap, for coolant and chips`,
            cutter: `end mill ${CHANNEL.wideMm}`,
            depthMm: depthMm + CHANNEL.deepMm,
            halves: 'both',
          } as const,
        ]
      : []),
    ...(under.length > 0
      ? [
          {
            what: `${under.length} reliefs in the floor under holes that come through`,
            cutter: cutter.name,
            depthMm: depthMm + Math.max(...under.map(({ deepMm }) => deepMm)),
            halves: 'both',
          } as const,
        ]
      : []),
  ]
}

/**
 * Designs a pair of jaws for a part as it is to be held; the kernel knows the shadow of the part in its setup.
 *
 * @param meanwhile - what is cut while it is held so: holes that come through want a relief in the floor.
 */
export const designSoftJaws = (
  holding: SoftJawsHolding,
  work: Work,
  kernel: JawKernel,
  meanwhile: readonly Cut[] = [],
): JawDesign => designJaws(inSoftJaws(holding, work), kernel, meanwhile)
