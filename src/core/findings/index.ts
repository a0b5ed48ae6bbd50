export { FINDING_SEVERITY, type Finding, type FindingCode, type Severity } from './finding'
export { weakestLink } from './marginRules'
export { findingsOf, holeChecks } from './findingsOf'
