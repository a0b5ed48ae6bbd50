import {
  drilledDepth,
  drillingRules,
  holeDepth,
  type HoleInSetup,
  holesInSetup,
  lastDrillMm,
} from '../../plan/drilling'
import { dot, subtract } from '../../ground/geometry'
import { contourPlane, type Hole, holesOf, outwardOf, refLabel, type Side } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { jobberFluteMm } from '../../handbook/standards'
import { type Inspection } from './inspection'
import { printDegrees } from '../../handbook/units'
import { type Finding, finding, capital } from '../../ground/finding'

/** A flute must stand out of the hole by this many diameters, so that chips come out. */
const FLUTE_OUT = 1.5

/** What goes wrong as the holes of each setup are made: depths, floors, heads, spots, reach. */
export function drillingRulesOf(inspection: Inspection): readonly Finding[] {
  const places = holesOf(inspection.part)
  return inspection.looked.flatMap((planned) => {
    const i = planned.index
    const seen = new Set<string>()
    return holesInSetup(planned, 'zero', places)
      .filter((place) => place.cutHere && !seen.has(place.hole.id) && seen.add(place.hole.id))
      .flatMap((place) => holeFindings(inspection, planned, place, i))
  })
}

function holeFindings(
  inspection: Inspection,
  planned: PlannedSetup,
  place: HoleInSetup,
  i: number,
): readonly Finding[] {
  return [
    ...depthFindings(inspection, planned, place, i),
    ...mouthFindings(inspection, planned, place, i),
    ...headFindings(inspection, planned, place, i),
    ...toolFindings(inspection, planned, place, i),
  ]
}

/** A drill that meets a face which leans runs off down the slope. */
function mouthFindings(
  { part }: Inspection,
  planned: PlannedSetup,
  { hole, mouth }: HoleInSetup,
  i: number,
): Finding[] {
  if (!hole.tilt || isFlatFirst(planned, hole, mouth)) return []
  return [
    finding(
      'hole.leaning-mouth',
      i,
      `The drill for ${refLabel(part, hole.id)} meets a face that leans ${printDegrees(hole.tilt.angle.rad)}.`,
      'It runs off down the slope. Mill a flat with an end mill first, then start with a short stiff drill (common practice).',
      { feature: hole.id },
    ),
  ]
}

/** Whether a flat square to a hole, in which its mouth lies, is cut before it. */
function isFlatFirst(
  { before, part, setup }: PlannedSetup,
  hole: Hole,
  mouth: HoleInSetup['mouth'],
): boolean {
  const out = outwardOf(hole)
  const at = setup.ops.findIndex((op) => op.feature === hole.id)
  const cut = new Set([...before.cut.keys(), ...setup.ops.slice(0, at).map((op) => op.feature)])
  return part.features.some((feature) => {
    if (feature.kind !== 'contour' || !cut.has(feature.id)) return false
    const plane = contourPlane(feature)
    return (
      dot(plane.out, out) > SQUARE && Math.abs(dot(subtract(mouth, plane.at), plane.out)) < IN_MM
    )
  })
}

/** Square to about a tenth of a degree; in a plane to a hundredth of a millimetre. */
const [SQUARE, IN_MM] = [1 - 1e-6, 0.01]

/** The point of the drill or the lead of the tap that comes through a floor. */
function depthFindings(
  { part, length }: Inspection,
  planned: PlannedSetup,
  place: HoleInSetup,
  i: number,
): Finding[] {
  if (place.through || place.hole.extent.kind === 'open') return []
  const depth = holeDepth(
    part,
    place,
    lastDrillMm(place.hole),
    drillingRules(planned.setup.drilling),
  )
  const name = refLabel(part, place.hole.id)
  const about = { feature: place.hole.id }
  if (depth.bottoming)
    return [
      finding(
        'hole.bottoming',
        i,
        `A bottoming tap is needed for ${name}.`,
        `Drilled for the usual lead the point would come through the floor. Drill to ${length(depth.fullMm)} full diameter, ${length(depth.tipMm)} at the point, and finish with a bottoming tap, chamfered first.`,
        about,
      ),
    ]
  if (depth.throughFloorMm === 0) return []
  return [
    finding(
      'hole.floor',
      i,
      `The drill for ${name} comes through the floor.`,
      `Its point ends ${length(depth.tipMm)} deep, ${length(depth.throughFloorMm)} more than there is. The drawing’s depth is to the full diameter: drill shallower, take a flat-bottomed cutter, or say through.`,
      about,
    ),
  ]
}

/** Depths that are counted from a face which is not there yet, or not any more. */
function headFindings(
  { part, length }: Inspection,
  planned: PlannedSetup,
  { hole }: HoleInSetup,
  i: number,
): Finding[] {
  const on: Side = hole.on
  const left = planned.after.stockOn[on]
  const counts = hole.head.kind !== 'none' || hole.extent.kind === 'deep'
  if (!counts || left <= 1e-9) return []
  const what = hole.head.kind === 'none' ? 'depth' : hole.head.kind
  return [
    finding(
      'hole.head-height',
      i,
      `The ${what} of ${refLabel(part, hole.id)} would be taken from the wrong height.`,
      `${capital(part.faces[on].name)} still has ${length(left)} on it here. Cut the face first, or the ${what} comes out ${length(left)} too shallow.`,
      { feature: hole.id },
    ),
  ]
}

function toolFindings(
  { part, length }: Inspection,
  planned: PlannedSetup,
  place: HoleInSetup,
  i: number,
): Finding[] {
  const found: Finding[] = []
  const { hole } = place
  const name = refLabel(part, hole.id)
  const given = planned.setup.drilling?.spot?.mm
  const head = hole.head.kind === 'none' ? hole.diameter.mm : hole.head.diameter.mm
  if (given !== undefined && given > head && hole.making !== 'tap')
    found.push(
      finding(
        'hole.spot-large',
        i,
        `Spotting to ${length(given)} leaves a ring round ${name}.`,
        `The hole is ${length(head)}. The program spots it to nine tenths of its size; a spot of ${length(given)} by hand would show.`,
        { feature: hole.id },
      ),
    )
  const drill = lastDrillMm(hole)
  const depth = drilledDepth(place, drill, drillingRules(planned.setup.drilling))
  const flute = jobberFluteMm(drill)
  if (depth.tipMm > flute - FLUTE_OUT * drill)
    found.push(
      finding(
        'hole.reach',
        i,
        `Too deep for a jobber drill: ${name}.`,
        `${length(depth.tipMm)} deep; a ${length(drill)} drill has ${length(flute)} of flute and must stand ${length(FLUTE_OUT * drill)} out (DIN 338, from memory). Take a long drill after a short one, or drill from both sides.`,
        { feature: hole.id },
      ),
    )
  return found
}
