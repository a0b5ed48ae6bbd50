export { counterboreFor } from './counterbores'
export { LETTER_DRILLS_INCH, NUMBER_DRILLS_INCH } from './drills'
export { type HoleLimits, KNOWN_HOLE_FITS, holeLimits } from './holeTolerance'
export { type Thread, parseThread, tappingDrillMm } from './threads'
