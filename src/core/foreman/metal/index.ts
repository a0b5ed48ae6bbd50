export {
  type CutLeft,
  type Left,
  type PlannedCut,
  plannedCuts,
  rateOf,
  type SetupVolume,
  setupVolumes,
  type Touch,
} from './left'
export { metalFindings } from './metalFindings'
