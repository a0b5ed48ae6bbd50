import { applyMotion } from '../../ground/geometry'
import { capital, finding, type Finding } from '../../ground/finding'
import { leansOver, type PlannedSetup, type Swung, swungIn } from '../../plan/planning'
import { featureSurfaces, isSide, refLabel, type Surface } from '../../work/part'

/** What is found and cut with the head swung: table and quill are not square to one another there. */
export function headRules(planned: PlannedSetup, i: number): Finding[] {
  const swung = swungIn(planned)
  return swung?.on.isThere
    ? [...touchedAcross(planned, swung, i), ...fedAcross(planned, swung, i)]
    : []
}

/** Across the swing no edge gives zero by itself. */
function touchedAcross({ setup }: PlannedSetup, swung: Swung, i: number): Finding[] {
  const over = leansOver(swung)
  const touched = ([over, 'z'] as const).filter((axis) => setup.zero[axis].kind !== 'fixture')
  return touched.length === 0
    ? []
    : [
        finding(
          'lean.head-zero',
          i,
          `With the head swung, zero in ${touched.map((axis) => axis.toUpperCase()).join(' and ')} is not found by a touch of its own.`,
          `The table moves along the spindle as well as across it: ${over.toUpperCase()} and the quill are found together, with a ball at the corner of the holding. Keep both by the holding.`,
        ),
      ]
}

/** A fraction of a millimetre wider than the cutter is still its own width, mm. */
const SAME_MM = 0.01

/** What is wider across the swing than its cutter would be fed along the table, which does not run square to the spindle. */
function fedAcross(planned: PlannedSetup, swung: Swung, i: number): Finding[] {
  const { part, setup, workshop } = planned
  const over = leansOver(swung)
  const along = over === 'x' ? 'Y' : 'X'
  return setup.ops.flatMap(({ cutter, feature: ref }): Finding[] => {
    if (part.features.some(({ id, kind }) => id === ref && kind === 'hole')) return []
    const wide = widthOver(planned, ref, over)
    const diameter = workshop.cutters.find(({ id }) => id === cutter)?.diameter ?? 0
    return wide <= diameter + SAME_MM
      ? []
      : [
          finding(
            'lean.head-fed',
            i,
            `${capital(refLabel(part, ref))} is wider than its cutter across the swung head.`,
            `It would be fed along ${over.toUpperCase()}, and the table does not run square to the spindle there: steps come out, not a face. Take a cutter that is as wide (${wide.toFixed(1)} mm) and feed along ${along}, or let the holding lean.`,
            { feature: ref },
          ),
        ]
  })
}

/** How wide what a cut makes is along an axis of the setup, mm. */
function widthOver(
  { part, standing, surfaces }: PlannedSetup,
  ref: string,
  over: 'x' | 'y',
): number {
  const feature = part.features.find(({ id }) => id === ref)
  const face = isSide(ref) ? surfaces.get(ref) : undefined
  const all: readonly Surface[] = feature ? featureSurfaces(part, feature) : face ? [face] : []
  const at = all
    .flatMap((surface) => (surface.kind === 'axis' ? [surface.from, surface.to] : surface.corners))
    .map((corner) => applyMotion(standing.setupFromPart, corner)[over])
  return at.length === 0 ? 0 : Math.max(...at) - Math.min(...at)
}
