export { closeDatabase } from './client'
export { migrateDatabase } from './migrate'
export {
  type Appended,
  appendVersion,
  type DocumentRecord,
  findDocument,
  insertDocument,
  listDocuments,
  setDocumentRemoved,
} from './repositories/documents'
export {
  findJobRecord,
  hasDemoJobs,
  insertJob,
  type JobRecord,
  listJobRecords,
  type NewDocument,
  setJobArchived,
} from './repositories/jobs'
export { insertWorkshop, readWorkshop } from './repositories/workshop'
