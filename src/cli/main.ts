import { readFileSync, writeFileSync } from 'node:fs'
import { runLine } from './line'

process.exitCode = await runLine(process.argv.slice(2), {
  read: (path) => readFileSync(path === '-' ? 0 : path, 'utf8'),
  readBytes: (path) => readFileSync(path === '-' ? 0 : path),
  write: writeFileSync,
  out: (text) => process.stdout.write(text),
  err: console.error,
})
