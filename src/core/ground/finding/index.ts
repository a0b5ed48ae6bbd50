export {
  bySeverity,
  type Finding,
  finding,
  FINDING_SEVERITY,
  type FindingCode,
  type Severity,
} from './finding'
export { capital, listWords } from './words'
