import { chmodSync, existsSync, rmSync } from 'node:fs'
import { Stop } from './say.mjs'
import { toolsOf } from './cluster.mjs'

const nameOf = (url) => new URL(url).pathname.slice(1)

const lastWords = ({ err }) => err.trim().split('\n').slice(-3).join('\n  ')

/** Writes the whole database into one file, as it stands at one moment; the server may go on meanwhile. */
export function backUp(url, file) {
  if (existsSync(file)) throw new Stop(`${file} is there already; it is not written over.`)
  const done = toolsOf(url)('pg_dump', ['-d', nameOf(url), '-Fc', '--no-owner', '-f', file])
  if (!done.ok) {
    rmSync(file, { force: true })
    throw new Stop(`The backup could not be written:\n  ${lastWords(done)}`)
  }
  chmodSync(file, 0o600)
}

/**
 * Puts a backup in the place of the database. It is read into a new one first: a file that cannot be read
 * changes nothing. Nobody may be connected.
 */
export function restore(url, file) {
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`)
  const tool = toolsOf(url)
  const [name, next, old] = [nameOf(url), `${nameOf(url)}_next`, `${nameOf(url)}_old`]
  const must = (done, words) => {
    if (!done.ok) throw new Stop(`${words}:\n  ${lastWords(done)}`)
  }
  const tell = (sql) => tool('psql', ['-d', 'postgres', '-v', 'ON_ERROR_STOP=1', '-qc', sql])
  for (const leftover of [next, old]) tool('dropdb', ['--if-exists', leftover])
  must(tool('createdb', ['--maintenance-db', 'postgres', next]), 'No room could be made for it')
  const read = tool('pg_restore', ['-d', next, '--no-owner', '--exit-on-error', file])
  if (!read.ok) {
    tool('dropdb', ['--if-exists', next])
    throw new Stop(
      `${file} is no whole backup of Foothold; nothing was changed:\n  ${lastWords(read)}`,
    )
  }
  must(tell(`alter database "${name}" rename to "${old}"`), 'Something still uses the database')
  must(tell(`alter database "${next}" rename to "${name}"`), 'The backup could not take its place')
  tool('dropdb', ['--if-exists', old])
}

const TABLES = `select relname from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public' and relkind = 'r' order by 1`

/** Rows and a checksum over all of them, for each table: two databases that say the same have the same. */
export function checksums(url) {
  const tool = toolsOf(url)
  const ask = (sql) => tool('psql', ['-d', nameOf(url), '-Atc', sql]).out.trim()
  return Object.fromEntries(
    ask(TABLES)
      .split('\n')
      .filter(Boolean)
      .map((table) => [
        table,
        ask(
          `select count(*) || ' ' || coalesce(md5(string_agg(t::text, chr(10) order by t::text)), '') from "${table}" t`,
        ),
      ]),
  )
}
