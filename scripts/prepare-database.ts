import { closeDatabase, migrateDatabase } from '@/db'
import { loadDemo } from '@/operations/demo'
import { demoBracket } from '@/operations/solids/demoBracket'

try {
  await migrateDatabase()
  await loadDemo(demoBracket)
} catch (error) {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause.message : ''
  console.error(`${error instanceof Error ? error.message.split('\n')[0] : String(error)} ${cause}`)
  process.exitCode = 1
} finally {
  await closeDatabase()
}
