export { closeDatabase, isDatabaseAway } from './client'
export { migrateDatabase } from './migrate'
export {
  type Appended,
  appendVersion,
  type DocumentRecord,
  findDocument,
  insertDocument,
  listDocuments,
  listDocumentsOf,
  setWayRemoved,
} from './repositories/documents'
export {
  countArchived,
  demoJobNames,
  findJobRecord,
  insertJob,
  type JobRecord,
  type JobQuery,
  type NewDocument,
  pageOfJobs,
  setJobArchived,
} from './repositories/jobs'
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
export { listStandings, type StandingRow, writeStanding } from './repositories/standings'
export {
  insertTakenFigure,
  insertWorkshop,
  listTakenFigures,
  readShop,
  readWorkshop,
  removeItem,
  type SetAside,
  type Shop,
  type TakenFigureRow,
  writeGear,
} from './repositories/workshop'
export {
  findFacets,
  findSolidFile,
  keepSolidFile,
  type SolidFileRecord,
} from './repositories/solids'
export {
  type EntryRow,
  ensureWayRun,
  countPhotos,
  findPhotos,
  findRun,
  insertEntry,
  insertPhoto,
  insertRelease,
  insertRun,
  listEntries,
  listReleases,
  listRuns,
  recentRuns,
  type ReleaseRow,
  type RunRow,
} from './repositories/runs'
