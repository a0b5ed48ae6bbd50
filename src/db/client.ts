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

/** What the system says when nobody answers at a port, and what PostgreSQL says when it stops or starts. */
const AWAY_CODES = new Set(
  'ECONNREFUSED ECONNRESET ETIMEDOUT EPIPE ENOENT 57P01 57P02 57P03 08000 08003 08006'.split(' '),
)
/** What the driver says of a lost connection, without a code. */
const AWAY_WORDS = new Set([
  'Connection terminated',
  'Connection terminated unexpectedly',
  'Connection terminated due to connection timeout',
  'timeout exceeded when trying to connect',
])

/** Whether an error means that the database does not answer just now; anything else is a fault of ours. */
export function isDatabaseAway(error: unknown): boolean {
  for (let e = error; e instanceof Error; e = e.cause) {
    const { code, syscall } = e as { code?: unknown; syscall?: unknown }
    // A file that is not there has the same code as a socket that is not.
    const isSocket = code !== 'ENOENT' || syscall === 'connect'
    if ((AWAY_CODES.has(String(code)) && isSocket) || AWAY_WORDS.has(e.message)) return true
  }
  return false
}

/** Closes the pool, for scripts and tests. */
export async function closeDatabase(): Promise<void> {
  await holder.footholdPool?.end()
  delete holder.footholdPool
}
