import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { database } from './client'

/** Brings the database's tables up to date. Run from the project's own directory. */
export async function migrateDatabase(): Promise<void> {
  await migrate(database(), { migrationsFolder: 'src/db/migrations' })
}
