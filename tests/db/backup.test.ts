import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { backUp, checksums, restore } from '../../scripts/lib/backup.mjs'
import { closeDatabase, migrateDatabase } from '@/db'
import { database } from '@/db/client'
import { createJob, listJobs } from '@/operations'
import { loadDemoJobs } from '../support/demo'

const url = process.env.DATABASE_URL ?? ''
const folder = mkdtempSync(join(tmpdir(), 'backup-'))

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
  // As it was four migrations ago.
  for (const table of ['run_entries', 'runs', 'releases'])
    await database().execute(sql.raw(`drop table ${table}`))
  for (const table of ['solid_bodies', 'solid_files'])
    await database().execute(sql.raw(`drop table ${table}`))
  await database().execute(sql`drop table way_standings`)
  for (const table of ['document_versions', 'fixture_versions', 'workshop_items', 'zero_records'])
    await database().execute(sql.raw(`alter table ${table} drop column format`))
  await database().execute(
    sql`delete from drizzle.__drizzle_migrations where id > (select max(id) - 4 from drizzle.__drizzle_migrations)`,
  )
  await database().execute(sql`drop index documents_of_job`)
  await database().execute(sql`drop index jobs_touched`)
  backUp(url, file)
  await closeDatabase()
  restore(url, file)
  await migrateDatabase()
  expect((await listJobs()).total).toBeGreaterThan(0)
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
