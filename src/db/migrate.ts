import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { fileURLToPath } from 'node:url'
import { database } from './client'

/** Brings the database's tables up to date. */
export async function migrateDatabase(): Promise<void> {
  await migrate(database(), {
    migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)),
  })
}
