import {
  customType,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  timestamp,
} from 'drizzle-orm/pg-core'

const bytes = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => 'bytea',
  toDriver: (value) => Buffer.from(value),
  fromDriver: (value) => new Uint8Array(value),
})
/** The format in which a body was written; it is upgraded on reading. */
const format = () => integer('format').notNull()

const when = (name: string) => timestamp(name, { withTimezone: true })

export const jobs = pgTable(
  'jobs',
  {
    id: text('id').primaryKey(),
    /** That of its part, kept alike so that jobs are found by it. */
    name: text('name').notNull(),
    isDemo: boolean('is_demo').notNull().default(false),
    createdAt: when('created_at').notNull().defaultNow(),
    touchedAt: when('touched_at').notNull().defaultNow(),
    archivedAt: when('archived_at'),
  },
  (table) => [index('jobs_touched').on(table.touchedAt)],
)

/** A part or a way; its body lives in its versions. */
export const documents = pgTable(
  'documents',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    kind: text('kind', { enum: ['part', 'way', 'casting'] }).notNull(),
    position: integer('position').notNull(),
    currentVersion: integer('current_version').notNull(),
    removedAt: when('removed_at'),
  },
  (table) => [index('documents_of_job').on(table.jobId)],
)

/** Append only. `undoTo` and `redoTo` name the versions that undo and redo would bring back. */
export const documentVersions = pgTable(
  'document_versions',
  {
    documentId: text('document_id')
      .notNull()
      .references(() => documents.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    body: jsonb('body').notNull(),
    format: format(),
    undoTo: integer('undo_to'),
    redoTo: integer('redo_to'),
    createdAt: when('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.documentId, table.version] })],
)

/** How a way stood when it was last looked at; `stamp` says of which part, way and workshop that was. */
export const wayStandings = pgTable('way_standings', {
  wayId: text('way_id')
    .primaryKey()
    .references(() => documents.id, { onDelete: 'cascade' }),
  stamp: text('stamp').notNull(),
  short: integer('short').notNull(),
  open: integer('open').notNull(),
  forbids: integer('forbids').notNull(),
})

/** Machines, what holds the work, instruments, cutters, and what the processes can do. */
export const workshopItems = pgTable(
  'workshop_items',
  {
    kind: text('kind', {
      enum: [
        'machine',
        'vise',
        'parallels',
        'strap',
        'plate',
        'anglePlate',
        'jawBlank',
        'centringVise',
        'chuck',
        'facePlate',
        'vBlock',
        'toePlate',
        'tilter',
        'instrument',
        'cutter',
        'capability',
        'setting',
      ],
    }).notNull(),
    id: text('id').notNull(),
    position: integer('position').notNull(),
    spec: jsonb('spec').notNull(),
    format: format(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.id] })],
)

/** The fixture register; the body of a fixture lives in its versions. */
export const fixtures = pgTable('fixtures', {
  id: text('id').primaryKey(),
  currentVersion: integer('current_version').notNull(),
  createdAt: when('created_at').notNull().defaultNow(),
  retiredAt: when('retired_at'),
})

/** Append only: who changed a fixture, when and why. */
export const fixtureVersions = pgTable(
  'fixture_versions',
  {
    fixtureId: text('fixture_id')
      .notNull()
      .references(() => fixtures.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    body: jsonb('body').notNull(),
    format: format(),
    who: text('who').notNull(),
    why: text('why').notNull(),
    createdAt: when('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.fixtureId, table.version] })],
)

/** Put on, taken off, checked: what happened to a fixture, in order. */
export const fixtureEvents = pgTable('fixture_events', {
  id: serial('id').primaryKey(),
  fixtureId: text('fixture_id')
    .notNull()
    .references(() => fixtures.id, { onDelete: 'cascade' }),
  kind: text('kind', { enum: ['on', 'off', 'checked'] }).notNull(),
  checkId: text('check_id'),
  value: jsonb('value'),
  who: text('who').notNull(),
  happenedAt: when('happened_at').notNull().defaultNow(),
})

/** Files that parts came from, kept as they came, by the SHA-256 of what is in them. */
export const solidFiles = pgTable('solid_files', {
  digest: text('digest').primaryKey(),
  name: text('name').notNull(),
  bytes: bytes('bytes').notNull(),
  createdAt: when('created_at').notNull().defaultNow(),
})

/** The facets of each body of a file, for pictures. */
export const solidBodies = pgTable(
  'solid_bodies',
  {
    digest: text('digest')
      .notNull()
      .references(() => solidFiles.digest, { onDelete: 'cascade' }),
    body: integer('body').notNull(),
    facets: bytes('facets').notNull(),
  },
  (table) => [primaryKey({ columns: [table.digest, table.body] })],
)

/** Append only: a way as it was released, with its part and the workshop, as one document. */
export const releases = pgTable(
  'releases',
  {
    id: text('id').primaryKey(),
    wayId: text('way_id')
      .notNull()
      .references(() => documents.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    wayVersion: integer('way_version').notNull(),
    partVersion: integer('part_version').notNull(),
    document: jsonb('document').notNull(),
    /** Findings that forbid, each let pass by name and with a reason. */
    overrides: jsonb('overrides').notNull(),
    /** Where the gear that it stands on stood by the register; older releases have none. */
    register: jsonb('register'),
    who: text('who').notNull(),
    releasedAt: when('released_at').notNull().defaultNow(),
  },
  (table) => [index('releases_of_way').on(table.wayId)],
)

/**
 * Pieces made by a release: one, or a batch. What is found and ticked of a way without one belongs to a run
 * that has the way's id and no release.
 */
export const runs = pgTable(
  'runs',
  {
    id: text('id').primaryKey(),
    wayId: text('way_id')
      .notNull()
      .references(() => documents.id, { onDelete: 'cascade' }),
    releaseId: text('release_id').references(() => releases.id, { onDelete: 'cascade' }),
    pieces: integer('pieces').notNull(),
    /** The first piece and every so many after it are checked in full. */
    every: integer('every').notNull(),
    /** Made in the stand-in shop: what is hidden there. */
    practice: jsonb('practice'),
    who: text('who').notNull(),
    startedAt: when('started_at').notNull().defaultNow(),
  },
  (table) => [index('runs_of_way').on(table.wayId)],
)

/** Append only: what happened to a piece, as the device that tells of it saw it. */
export const runEntries = pgTable(
  'run_entries',
  {
    id: text('id').primaryKey(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    piece: integer('piece').notNull(),
    body: jsonb('body').notNull(),
    format: format(),
    who: text('who').notNull(),
    happenedAt: when('happened_at').notNull(),
    keptAt: when('kept_at').notNull().defaultNow(),
  },
  (table) => [index('entries_of_run').on(table.runId)],
)

/** Append only: pictures that were taken at the machine, by what their device named them. */
export const runPhotos = pgTable(
  'run_photos',
  {
    id: text('id').primaryKey(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    jpeg: bytes('jpeg').notNull(),
    keptAt: when('kept_at').notNull().defaultNow(),
  },
  (table) => [index('photos_of_run').on(table.runId)],
)

/** Append only: figures of the shop that a person took over from what pieces taught. */
export const takenFigures = pgTable('taken_figures', {
  id: serial('id').primaryKey(),
  /** Of the workshop: "vises/vise-125/stopMm". */
  path: text('path').notNull(),
  was: doublePrecision('was').notNull(),
  now: doublePrecision('now').notNull(),
  /** From how many pieces it was learnt. */
  pieces: integer('pieces').notNull(),
  who: text('who').notNull(),
  takenAt: when('taken_at').notNull().defaultNow(),
})
