export { saveDocument, type Saved, stepHistory } from './documents'
export {
  analyseFile,
  checkFile,
  EXPORT_KINDS,
  type Exported,
  type ExportOptions,
  exportFile,
  type ExportKind,
} from './files'
export { readDxf as readDrawing } from '@/exchange'
export { beginAgain, type HoleWork, holeWork, measureHoles, tickHole } from './holes'
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
  loadDemo,
  loadJob,
  removeWay,
  type Stored,
} from './jobs'
