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
export {
  clearTicks,
  listMeasurements,
  listTicks,
  type MeasurementRecord,
  setMeasurements,
  setTick,
  type TickRecord,
} from './repositories/holes'
export {
  appendFixtureVersion,
  findFixture,
  type FixtureEventRow,
  fixtureHistory,
  type FixtureRow,
  insertFixture,
  insertFixtureEvent,
  listFixtureEvents,
  listFixtures,
  setFixtureRetired,
} from './repositories/fixtures'
export {
  insertZeroRecord,
  listZeroRecords,
  setZeroRecordWithdrawn,
  type ZeroRow,
} from './repositories/zeros'
export { insertWorkshop, readWorkshop, writeGear } from './repositories/workshop'
