export {
  benchStand,
  type BenchStand,
  JACKS_AT,
  type HandMove,
  handMoves,
  type Jack,
  layoutStands,
  type Reading,
  type Scribe,
} from './bench'
export { type Doubt, doubtsOf, wholeDoubt } from './doubts'
export {
  type CastingFit,
  fitMeasured,
  type FittedSurface,
  type Outcome,
  type Remedy,
} from './fitted'
export { type FirstFace, firstFace, guideFor } from './firstFace'
export { type Joined, type JoinedPoint, joinStands, USUAL_PLUS_MINUS_MM } from './joined'
export { type LostLine, type PastedPoints, readPoints } from './paste'
export { type NextPoint, nextPoints } from './next'
export {
  type Casting,
  CastingSchema,
  type MeasuredPoint,
  newCasting,
  type Spot,
  SpotSchema,
  type Stand,
} from './schema'
export { type CutFace, cutsSince, partCut } from './since'
export { SPOT_ADVICE } from './spots'
export { freeId, type TakenIn, type Touch, withTouch } from './taken'
export { layScan, readCloud, type ScanPair, type ThinnedScan, thinScan } from './scan'
export { fitLabel, fitSurfacesOf, SKIN_MM, skinMm } from './surfaces'
export { lumpOf, skinOff } from './lump'
