export { isDatabaseAway } from '@/db'
export { saveDocument, type Saved, stepHistory } from './documents'
export { EXPORT_KINDS, type ExportKind, type ExportOptions, readPlace } from './exportOptions'
export { type Exported } from './exported'
export { jawsOfJob, plateOfJob } from './heldOfJob'
export { JAW_KINDS, type JawKind, PLATE_KINDS, type PlateKind } from './heldKinds'
export { Busy } from './backroom/pool'
export { addCasting, addWayFromFit } from './castings'
export {
  analyseFile,
  checkFile,
  exportFile,
  fitFile,
  standFile,
  jawsFile,
  plateFile,
  fitPointsText,
  runFile,
  diagnoseFile,
  learnFile,
  makeFile,
  readDocument,
  readDrawing,
  warmUp,
} from './backroom'
export { type GearChoice, importJob, type Imported } from './importing'
export { allLookedAt, type JobList, type JobSummary, listJobs, type WayLine } from './jobList'
export {
  changeFixture,
  createFixture,
  type FixtureLife,
  fixtureLife,
  type FixtureSaved,
  type LifeLine,
  listRegister,
  readRegister,
  moveFixtureZero,
  noteFixture,
  type RegisterEntry,
  retireFixture,
} from './fixtures'
export { figuresTaken, learnedOf, takeFigure } from './learned'
export { type LearnedTold } from './learning'
export { MakingSchema } from './steering'
export { labelAddress, labelCode } from './label'
export { clearAside, saveGear, saveShopFigures, shopNow } from './workshop'
export { jobWork, registerAnchors, runWork, wayZeros } from './zeros'
export {
  addWay,
  archiveJob,
  copyJob,
  createJob,
  jobFile,
  type JobView,
  loadJob,
  removeWay,
  workshopOrStandard,
  type Stored,
} from './jobs'
export {
  bringIn,
  readyForSolids,
  facetsOf,
  jobFromBody,
  loadDemoAgain,
  readings,
  recogniseBody,
} from './solids/bringing'
export { beginLeft, leftRuns } from './leftRuns'
export { MOST_FILE_BYTES } from './solids/limits'
export {
  checkPdf,
  checkTable,
  NewRunSchema,
  OverrideSchema,
  type ReleaseLine,
  releaseWay,
  runList,
  type RunLine,
  type RunList,
  startRun,
} from './runs'
export {
  EntrySchema,
  keepEntry,
  loadRun,
  type ReleasedRun,
  otherWays,
  releasedRun,
  runLog,
  type RunView,
} from './runLog'
export { type LogChapter } from './stories'
export { wayLog } from './wayLog'
export { hiddenFault, practiceReadings } from './practiceReadings'
export { keepPhoto, loadPhoto, MOST_PHOTO_BYTES } from './photos'
