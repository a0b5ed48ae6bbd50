export { saveDocument, type Saved, stepHistory } from './documents'
export { EXPORT_KINDS, type ExportKind, type ExportOptions, readPlace } from './exportOptions'
export { analyseFile, checkFile, type Exported, exportFile } from './files'
export { readDxf as readDrawing } from '@/exchange'
export { beginAgain, type HoleWork, holeWork, measureHoles, tickHole } from './holes'
export {
  changeFixture,
  createFixture,
  type FixtureLife,
  fixtureLife,
  type FixtureSaved,
  type LifeLine,
  listRegister,
  moveFixtureZero,
  noteFixture,
  type RegisterEntry,
  retireFixture,
} from './fixtures'
export { loadDemo } from './demo'
export { labelAddress, labelCode } from './label'
export { saveGear, saveShopFigures } from './workshop'
export { keepZero, registerAnchors, wayWork, withdrawZero, zeroRecords } from './zeros'
export {
  addWay,
  archiveJob,
  copyJob,
  createJob,
  importJob,
  jobFile,
  type JobSummary,
  type JobView,
  listJobs,
  loadJob,
  removeWay,
  workshopOrStandard,
  type Stored,
} from './jobs'
