import { parseThread, pointLengthMm, tapDrill } from '../../handbook/standards'
import {
  axisOf,
  type HolePlace,
  oppositeOf,
  type Part,
  removedBox,
  sizeAlong,
  throughMm,
} from '../../work/part'
import { type Drilling } from '../way'
import { type HoleInSetup } from './holes'

/** How holes are made, with every default put in; mm. */
export interface DrillingRules {
  readonly spotMm: number
  readonly clearMm: number
  readonly nearMm: number
  readonly pastMm: number
  readonly tap: 'spiral flute' | 'spiral point'
  readonly chips: 'break' | 'full'
  /** Undefined: three pitches for spiral flutes, five for spiral points (common practice, no source). */
  readonly leadMm: number | undefined
}

/** Common practice, no source. */
export const drillingRules = (given: Drilling | undefined): DrillingRules => ({
  spotMm: given?.spot?.mm ?? 8,
  clearMm: given?.clear?.mm ?? 25,
  nearMm: given?.near?.mm ?? 2,
  pastMm: given?.past?.mm ?? 1,
  tap: given?.tap ?? 'spiral flute',
  chips: given?.chips ?? 'break',
  leadMm: given?.lead?.mm,
})

/** Length of a tap's lead, in which the thread is not full, mm. */
export const tapLeadMm = (rules: DrillingRules, pitchMm: number): number =>
  rules.leadMm ?? (rules.tap === 'spiral flute' ? 3 : 5) * pitchMm

/** How deep a hole is drilled, from where the cutter enters, mm. */
export interface DrilledDepth {
  readonly drillMm: number
  /** To the full diameter of the drill. */
  readonly fullMm: number
  /** Where the point of the drill ends. */
  readonly tipMm: number
  /** Where the tip of the tap ends; absent for holes without a thread. */
  readonly tapTipMm?: number
}

/**
 * How deep a drill goes for a hole of which the drawing gives the full-diameter depth (for a thread: the
 * full thread). Blind threads are drilled deeper by the lead of the tap and half a pitch; through holes
 * past the far face by the point and `pastMm`.
 *
 * @param drillMm - diameter of the drill; the last one for holes finished by another tool.
 */
export function drilledDepth(
  hole: Pick<HoleInSetup, 'depthMm' | 'hole' | 'through'> & Partial<Pick<HoleInSetup, 'rimMm'>>,
  drillMm: number,
  rules: DrillingRules,
): DrilledDepth {
  const pointMm = pointLengthMm(drillMm)
  const thread = hole.hole.thread === undefined ? undefined : parseThread(hole.hole.thread)
  const { pastMm } = rules
  if (hole.through) {
    // Where the far face leans, the drill goes on until its whole rim is out.
    const depthMm = hole.depthMm + (hole.rimMm ?? 0)
    const fullMm = depthMm + pastMm
    const tip = { drillMm, fullMm, tipMm: fullMm + pointMm }
    return thread ? { ...tip, tapTipMm: depthMm + tapLeadMm(rules, thread.pitchMm) + pastMm } : tip
  }
  if (!thread) return { drillMm, fullMm: hole.depthMm, tipMm: hole.depthMm + pointMm }
  const tapTipMm = hole.depthMm + tapLeadMm(rules, thread.pitchMm)
  const fullMm = tapTipMm + thread.pitchMm / 2
  return { drillMm, fullMm, tipMm: fullMm + pointMm, tapTipMm }
}

/** The last drill before a hole is finished by something else, or the drill that finishes it, mm. */
export function lastDrillMm(hole: HoleInSetup['hole']): number {
  const d = hole.diameter.mm
  switch (hole.making) {
    case 'tap': {
      const thread = hole.thread === undefined ? undefined : parseThread(hole.thread)
      return thread ? tapDrill(thread).drill.diameterMm : d
    }
    // Left for the reamer: 0.2 mm to 10, 0.3 above (common practice, no source).
    case 'ream':
      return Math.max(d - (d <= 10 ? 0.2 : 0.3), d / 2)
    // Left for milling and boring.
    case 'bore':
      return Math.min(20, Math.max(d / 2, Math.floor(0.8 * d)))
    case 'drill':
      return d
  }
}

/** A depth, and what the floor under it says. */
export interface HoleDepth extends DrilledDepth {
  /** The usual lead would come through: a bottoming tap is reckoned with. */
  readonly bottoming: boolean
  /** How far the point comes through all the same, mm; 0 when it stays inside. */
  readonly throughFloorMm: number
}

/** Lead of a bottoming tap, in pitches (common practice, no source). */
const BOTTOMING_LEAD = 1.5

/** How deep a hole is drilled in this part: a bottoming tap where the usual one would go through the floor. */
export function holeDepth(
  part: Part,
  place: HoleInSetup,
  drillMm: number,
  rules: DrillingRules,
): HoleDepth {
  const usual = drilledDepth(place, drillMm, rules)
  if (place.through || place.hole.extent.kind === 'open')
    return { ...usual, bottoming: false, throughFloorMm: 0 }
  const room = roomBelowMm(part, place)
  const thread = place.hole.thread === undefined ? undefined : parseThread(place.hole.thread)
  if (usual.tipMm > room && thread && rules.leadMm === undefined) {
    const leadMm = BOTTOMING_LEAD * thread.pitchMm
    const short = drilledDepth(place, drillMm, { ...rules, leadMm })
    if (short.tipMm <= room) return { ...short, bottoming: true, throughFloorMm: 0 }
  }
  return { ...usual, bottoming: false, throughFloorMm: Math.max(0, usual.tipMm - room) }
}

/** Metal along the axis of a blind hole, to the far face or to a pocket in it. */
export function roomBelowMm(part: Part, place: HolePlace): number {
  const { hole, mouth } = place
  if (hole.tilt) return throughMm(part, hole, mouth)
  const axis = axisOf(hole.on)
  const whole = sizeAlong(part, axis)
  const far = oppositeOf(hole.on)
  const pockets = part.features
    .filter((feature) => feature.on === far)
    .flatMap((feature) => removedBox(part, feature) ?? [])
    .filter((box) =>
      (['x', 'y', 'z'] as const).every(
        (other) =>
          other === axis || (mouth[other] > box.low[other] && mouth[other] < box.high[other]),
      ),
    )
  return whole - Math.max(0, ...pockets.map((box) => box.high[axis] - box.low[axis]))
}
