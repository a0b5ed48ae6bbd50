export { saveDocument, type Saved, stepHistory } from './documents'
export {
  analyseFile,
  checkFile,
  EXPORT_KINDS,
  type Exported,
  exportFile,
  type ExportKind,
} from './files'
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
