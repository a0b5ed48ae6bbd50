export { type CuttingData, cuttingData, peckPlan, type PeckPlan } from './cutting'
export {
  type DrilledDepth,
  drilledDepth,
  drillingRules,
  holeDepth,
  type HoleDepth,
  roomBelowMm,
  type DrillingRules,
  lastDrillMm,
  tapLeadMm,
} from './depths'
export {
  type CountedFrom,
  countingPoint,
  type HoleInSetup,
  holesInSetup,
  markedCornerSeen,
  outlineInSetup,
} from './holes'
export { type MeasuredHole, type MeasuredReport, judgeMeasured } from './measured'
export {
  type DrillingPlan,
  drillingPlan,
  type DrillingTool,
  drillingTools,
  type StageCut,
  type ToolStage,
} from './plan'
export { STAGE_KINDS, type StageKind } from './steps'
