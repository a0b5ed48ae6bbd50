export { drawingFindings } from './drawingFindings'
export { weakestLink } from './marginRules'
export { findingsOf, holeChecks } from './findingsOf'
export { withMetal } from './withMetal'
