import { isEdgeBreak, isSide, isToCut, type Part, SIDES } from '../../work/part'
import { type Workshop } from '../../shop/workshop'
import { misfitsOf } from './cutterFit'
import { type PlannedSetup } from './planned'
import { isReached, isSideCut } from './process'

/** All that the drawing wants cut: faces, then features. */
export const wantedCuts = (part: Part): readonly string[] => [
  ...SIDES.filter((side) => part.faces[side].toCut),
  ...part.features.filter(isToCut).map((feature) => feature.id),
]

/** What could be cut as the part stands: all that is wanted, that the cutter reaches from above and that nothing covers. Faces at the side wait for a setup in which they are up. */
export const cutsInReach = (planned: PlannedSetup): readonly string[] =>
  wantedCuts(planned.part).filter(
    (ref) =>
      isReached(planned, ref) &&
      !(isSide(ref) && isSideCut(planned, ref)) &&
      !planned.standing.held.some(({ face }) => face === ref),
  )

/** End mill for faces at the side, and for what is milled into a face, mm. */
const [SIDE_MM, FEATURE_MM] = [16, 6]

/** The cutter of the workshop that would be taken for a feature: by kind, one that fits, nearest in diameter. */
export function usualCutter(
  { part, standing, workshop }: PlannedSetup,
  ref: string,
): string | undefined {
  const feature = part.features.find((f) => f.id === ref)
  const [kind, diameter] = ((): readonly [Workshop['cutters'][number]['kind'], number] => {
    if (!feature) return [ref === standing.faceAt.up ? 'face mill' : 'end mill', SIDE_MM]
    if (feature.kind === 'hole') return [HOLE_CUTTERS[feature.making], feature.diameter.mm]
    return [isEdgeBreak(feature) ? EDGE_CUTTERS[feature.kind] : 'end mill', FEATURE_MM]
  })()
  const misfits = (cutter: Workshop['cutters'][number]): number =>
    feature ? misfitsOf(feature, cutter).length : 0
  return workshop.cutters
    .filter(
      (cutter) =>
        cutter.kind === kind || (feature?.kind === 'rounding' && cutter.kind === 'end mill'),
    )
    .map((cutter) => ({
      cutter,
      misfits: misfits(cutter),
      other: cutter.kind === kind ? 0 : 1,
      off: Math.abs(cutter.diameter - diameter),
    }))
    .sort((a, b) => a.misfits - b.misfits || a.other - b.other || a.off - b.off)[0]?.cutter.id
}

const EDGE_CUTTERS = { chamfer: 'chamfer mill', rounding: 'corner rounding mill' } as const
const HOLE_CUTTERS = { drill: 'drill', ream: 'reamer', bore: 'boring head', tap: 'tap' } as const
