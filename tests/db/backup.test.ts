import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { backUp, checksums, restore } from '../../scripts/lib/backup.mjs'
import { closeDatabase, migrateDatabase } from '@/db'
import { database } from '@/db/client'
import { measuredHoles, ticksOf } from '@/core/paper/run'
import { createJob, listJobs, runLog, wayZeros } from '@/operations'
import { loadDemoJobs } from '../support/demo'

const url = process.env.DATABASE_URL ?? ''
const folder = mkdtempSync(join(tmpdir(), 'backup-'))

/** Where readings, ticks and measured holes lay before there were runs. */
const OLD_TABLES = `
  create table zero_records (id text primary key, way_id text not null, setup_id text not null,
    record jsonb not null, who text not null, taken_at timestamptz not null, withdrawn_at timestamptz);
  create table hole_ticks (way_id text not null, setup_id text not null, stage text not null,
    hole text not null, ticked_at timestamptz not null);
  create table hole_measurements (way_id text not null, setup_id text not null, hole text not null,
    x_mm double precision not null, y_mm double precision not null, measured_at timestamptz not null)`
const RECORD = {
  readings: {
    kind: 'edge',
    axis: 'x',
    surface: 'left',
    tip: 10,
    touch: { at: -303, towards: '+' },
  },
  instrument: '',
  source: 'typed',
  stood: 'small-cnc vise-125 p-6 left 0 top back',
}

beforeAll(async () => {
  await migrateDatabase()
  await loadDemoJobs()
})
afterAll(closeDatabase)

it('a backup brings every row back as it was, whatever happened since', async () => {
  const file = join(folder, 'whole.backup')
  const before = checksums(url)
  expect(Object.keys(before)).toContain('document_versions')
  backUp(url, file)
  expect(statSync(file).mode & 0o077).toBe(0)
  expect(() => backUp(url, file)).toThrow(/there already/)
  await createJob('Came after the backup')
  await database().execute(sql`delete from fixture_events`)
  expect(checksums(url)).not.toEqual(before)
  await closeDatabase()
  restore(url, file)
  expect(checksums(url)).toEqual(before)
  expect((await listJobs({ search: 'after the backup' })).total).toBe(0)
})

it('a backup of an older version is brought up to date', async () => {
  const file = join(folder, 'older.backup')
  // As it was eight migrations ago, with readings, ticks and measured holes in tables of their own.
  for (const table of ['run_photos', 'taken_figures', 'run_entries', 'runs', 'releases'])
    await database().execute(sql.raw(`drop table ${table}`))
  for (const table of ['solid_bodies', 'solid_files'])
    await database().execute(sql.raw(`drop table ${table}`))
  await database().execute(sql`drop table way_standings`)
  for (const table of ['document_versions', 'fixture_versions', 'workshop_items'])
    await database().execute(sql.raw(`alter table ${table} drop column format`))
  await database().execute(
    sql`delete from drizzle.__drizzle_migrations where id > (select max(id) - 8 from drizzle.__drizzle_migrations)`,
  )
  await database().execute(sql`drop index documents_of_job`)
  await database().execute(sql`drop index jobs_touched`)
  const ways = await database().execute<{ id: string }>(
    sql`select id from documents where kind = 'way' limit 1`,
  )
  const way = ways.rows[0]?.id ?? ''
  await database().execute(sql.raw(OLD_TABLES))
  await database().execute(
    sql`insert into zero_records values ('gone-one', ${way}, 's-1', ${JSON.stringify(RECORD)}, 'A', '2026-01-01', '2026-01-02'), ('kept-one', ${way}, 's-1', ${JSON.stringify(RECORD)}, 'B', '2026-01-03', null)`,
  )
  await database().execute(
    sql`insert into hole_ticks values (${way}, 's-1', 'drill-6.8', 'feet.1', '2026-01-04')`,
  )
  await database().execute(
    sql`insert into hole_measurements values (${way}, 's-1', 'feet.1', 1.5, -2, '2026-01-05')`,
  )
  backUp(url, file)
  await closeDatabase()
  restore(url, file)
  await migrateDatabase()
  expect((await listJobs()).total).toBeGreaterThan(0)
  const log = await runLog(way)
  expect(log.unread).toEqual([])
  expect(
    log.entries.map(({ at, body, who }) => [body.kind, who, new Date(at).getUTCDate()]),
  ).toEqual([
    ['zero', 'A', 1],
    ['withdrawn', 'nobody named', 2],
    ['zero', 'B', 3],
    ['tick', 'nobody named', 4],
    ['holes', 'nobody named', 5],
  ])
  expect((await wayZeros(way))['s-1']).toMatchObject([{ id: 'kept-one', record: RECORD }])
  expect(ticksOf(log.entries, 1, 's-1')).toEqual([{ stage: 'drill-6.8', hole: 'feet.1' }])
  expect([...measuredHoles(log.entries, 1, 's-1')]).toEqual([['feet.1', { x: 1.5, y: -2 }]])
})

it('a file that is cut short or is no backup changes nothing', async () => {
  const [whole, cut] = [join(folder, 'whole.backup'), join(folder, 'cut.backup')]
  const bytes = readFileSync(whole)
  writeFileSync(cut, bytes.subarray(0, bytes.length / 2))
  await closeDatabase()
  const before = checksums(url)
  expect(() => restore(url, cut)).toThrow(/nothing was changed/)
  writeFileSync(join(folder, 'words.backup'), 'not a backup')
  expect(() => restore(url, join(folder, 'words.backup'))).toThrow(/nothing was changed/)
  expect(checksums(url)).toEqual(before)
})
