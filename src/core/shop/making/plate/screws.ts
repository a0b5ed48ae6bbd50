import {
  clearanceHole,
  counterboreForScrew,
  keyForScrew,
  parseThread,
  STANDARD_THREADS,
  type Thread,
} from '../../../handbook/standards'
import { applyMotion, AXES, invertMotion, norm, point, subtract } from '../../../ground/geometry'
import { gapTo } from '../../../ground/recipe'
import { type AxisSurface, refLabel } from '../../../work/part'
import { blockNow, takenSoFar } from '../../../work/stock'
import { isTapped, type OnPlate, toSetup } from '../../holding'
import { type Place, type PlateScrew, tidy } from './types'

/** Threads hold so many diameters deep in aluminium (common practice, no source). */
const ENGAGED = 1.5
/** A screw stays so far off the end of a blind thread, mm (common practice, no source). */
const RUN_OUT_MM = 1.5

/** Heights of seats are found as closely as, mm. */
const CLOSE_MM = 1e-3

/** A hole of the part that a screw of the plate holds by. */
interface Held {
  readonly ref: string
  readonly hole: AxisSurface
}

const heldBy = ({ holding, work }: OnPlate): readonly Held[] =>
  holding.screws.flatMap((ref): readonly Held[] => {
    const hole = work.surfaces.get(ref)
    return hole?.kind === 'axis' ? [{ ref, hole }] : []
  })

/** The largest screw that goes through each hole, with its length. */
export const screwsOf = (
  own: OnPlate,
  place: (at: Place) => Place,
  thickMm: number,
): readonly PlateScrew[] =>
  heldBy(own).flatMap((held) => {
    const at = place(toSetup(own, held.hole.from))
    return isTapped(own.work, held.hole.owner)
      ? fromBelow(own, held, at, thickMm)
      : fromAbove(own, held, at, thickMm)
  })

function fromAbove(
  own: OnPlate,
  { hole, ref }: Held,
  at: Place,
  thickMm: number,
): readonly PlateScrew[] {
  const thread = largestThrough(hole.diameterMm)
  const head = thread && counterboreForScrew(thread)
  if (!thread || !head) return []
  const engagedMm = Math.min(thickMm, tidy(ENGAGED * thread.majorMm))
  return [
    {
      hole: ref,
      at,
      thread: thread.designation,
      from: 'above',
      engagedMm,
      lengthMm: inSteps(seatOf(own, hole, head.headDiameterMm).z + own.plate.padHeight + engagedMm),
    },
  ]
}

/** Its head is let into the underside of the plate; it reaches as far into the part's thread as that goes, and no further. */
function fromBelow(
  { plate, work }: OnPlate,
  { hole: { from, owner, to }, ref }: Held,
  at: Place,
  thickMm: number,
): readonly PlateScrew[] {
  const feature = work.part.features.find(({ id }) => id === owner)
  const thread = feature?.kind === 'hole' ? parseThread(feature.thread ?? '') : undefined
  const head = thread && counterboreForScrew(thread)
  if (!thread || !head) return []
  const deepMm = norm(subtract(to, from)) - RUN_OUT_MM
  const grip = thickMm - head.depthMm + plate.padHeight
  const lengthMm = inSteps(grip + Math.min(deepMm, ENGAGED * thread.majorMm))
  return [
    {
      hole: ref,
      at,
      thread: thread.designation,
      from: 'below',
      engagedMm: tidy(lengthMm - grip),
      lengthMm,
    },
  ]
}

/** Screws come in steps of five, mm. */
const inSteps = (mm: number): number => Math.floor((mm + 2 * CLOSE_MM) / 5) * 5

const COARSE = /^M[\d.]+$/

/** The largest metric cap screw of coarse pitch whose close clearance hole is no larger than this. */
const largestThrough = (holeMm: number): Thread | undefined =>
  STANDARD_THREADS.filter((name) => COARSE.test(name))
    .flatMap((name) => {
      const thread = parseThread(name)
      const hole = thread?.form === 'metric' ? clearanceHole(thread, 'close') : undefined
      return thread && hole && counterboreForScrew(thread) && hole.diameterMm <= holeMm + 1e-9
        ? [thread]
        : []
    })
    .sort((a, b) => a.majorMm - b.majorMm)
    .at(-1)

/** Where a head from above comes to lie over the rests, and at which of the places round it that it has metal under it. */
interface Seat {
  readonly z: number
  readonly under: readonly number[]
}

/** Places round a head at which it is looked for metal, and the steps in which it is gone down, mm. */
const [ROUND, DOWN_MM] = [16, 0.5]
/** The highest metal that the rim of a head meets from above: on top, in a counterbore, on the floor of a slot. */
function seatOf(own: OnPlate, hole: AxisSurface, wideMm: number): Seat {
  const under = metalRound(own, hole, wideMm / 2)
  const { high, low } = own
  let above = high.z
  while (above - DOWN_MM > low.z && under(above - DOWN_MM).length === 0) above -= DOWN_MM
  let below = above - DOWN_MM
  while (above - below > CLOSE_MM) {
    const middle = (above + below) / 2
    if (under(middle).length > 0) below = middle
    else above = middle
  }
  return { z: Math.round(below / CLOSE_MM) * CLOSE_MM, under: under(below) }
}

/** Which of the places round a hole have metal, at a height. */
function metalRound(
  own: OnPlate,
  hole: AxisSurface,
  radius: number,
): (z: number) => readonly number[] {
  const { before, part } = own.work
  const { x, y } = toSetup(own, hole.from)
  const back = invertMotion(own.setupFromPart)
  const { high, low } = blockNow(part, before)
  const taken = [...takenSoFar(part, before).values()]
  const isMetal = (angle: number, z: number): boolean => {
    const [u, v] = [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
    const at = applyMotion(back, point<'setup'>(u, v, z))
    return (
      AXES.every((axis) => at[axis] > low[axis] && at[axis] < high[axis]) &&
      taken.every((tool) => gapTo(tool, at) > 0)
    )
  }
  const all = Array.from({ length: ROUND }, (_, i) => i)
  return (z) => all.filter((i) => isMetal((2 * Math.PI * i) / ROUND, z))
}

/** A head tips over the edge of what it lies on where half of its rim in one go has nothing under it. */
const isOneSided = (under: readonly number[]): boolean =>
  under.some((at, i) => {
    const next = under[(i + 1) % under.length] ?? at
    return (next - at + ROUND) % ROUND >= ROUND / 2 || under.length === 1
  })

/** What keeps a head from its seat, and a key from the head. */
export const screwTroubles = (own: OnPlate): readonly string[] =>
  heldBy(own).flatMap(({ hole, ref }) => {
    const thread = isTapped(own.work, hole.owner) ? undefined : largestThrough(hole.diameterMm)
    const head = thread && counterboreForScrew(thread)
    if (!thread || !head) return []
    const seat = seatOf(own, hole, head.headDiameterMm)
    const key = keyForScrew(thread)
    // The head stands up by the diameter of its thread; the bend of the key takes twice its width.
    const downMm = own.high.z - seat.z - thread.majorMm
    const label = refLabel(own.work.part, ref)
    return [
      ...(isOneSided(seat.under)
        ? [
            `The head of ${thread.designation}, ${head.headDiameterMm} mm across, has no even seat at ${label}: take another hole, or counterbore it.`,
          ]
        : []),
      ...(key && downMm > key.longMm - 2 * key.acrossMm + 2 * CLOSE_MM
        ? [
            `The head of ${thread.designation} at ${label} lies ${downMm.toFixed(0)} mm under the top of the work; a key of ${key.acrossMm} is ${key.longMm} long (ISO 2936): it wants a longer one.`,
          ]
        : []),
    ]
  })
