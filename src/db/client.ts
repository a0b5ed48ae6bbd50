import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { Pool } from 'pg'
import * as schema from './schema'

export type Database = NodePgDatabase<typeof schema>

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

const holder = globalThis as typeof globalThis & { footholdPool?: Pool }

/** The database named by DATABASE_URL; one pool for each process. */
export function database(): Database {
  holder.footholdPool ??= newPool()
  return drizzle(holder.footholdPool, { schema })
}

function newPool(): Pool {
  const pool = new Pool({
    connectionString: process.env.DATABASE_URL,
    max: 10,
    connectionTimeoutMillis: 4000,
  })
  // An idle connection that the server drops is replaced at the next query; it must not end the process.
  pool.on('error', (error) => console.error('database connection lost:', error.message))
  return pool
}

/** Closes the pool, for scripts and tests. */
export async function closeDatabase(): Promise<void> {
  await holder.footholdPool?.end()
  delete holder.footholdPool
}
