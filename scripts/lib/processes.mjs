import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'

/** A process by its number and the moment it began, since numbers are given out again. */
export function markOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    // The name in brackets may hold anything; the fields count after it.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
    return fields[0] === 'Z' ? undefined : { pid: Number(pid), began: fields[19] }
  } catch {
    return undefined
  }
}

export const isAlive = (mark) => mark !== undefined && markOf(mark.pid)?.began === mark.began

export const wait = (ms) => new Promise((done) => setTimeout(done, ms))

/** Ends processes: asked first, and made to when they do not within `patienceMs`. Answers how many had to be made to. */
export async function endAll(marks, patienceMs = 8000) {
  const signal = (mark, name) => {
    try {
      if (isAlive(mark)) process.kill(mark.pid, name)
    } catch {
      // It ended meanwhile.
    }
  }
  marks.forEach((mark) => signal(mark, 'SIGTERM'))
  const until = Date.now() + patienceMs
  while (marks.some(isAlive) && Date.now() < until) await wait(50)
  const deaf = marks.filter(isAlive)
  deaf.forEach((mark) => signal(mark, 'SIGKILL'))
  for (let i = 0; i < 60 && deaf.some(isAlive); i++) await wait(50)
  return { forced: deaf.length, left: marks.filter(isAlive) }
}

const STATE = '.foothold/running.json'

/** What the last start of this directory wrote down of itself and of what it started. */
export function readState() {
  try {
    return JSON.parse(readFileSync(STATE, 'utf8'))
  } catch {
    return undefined
  }
}

export function writeState(state) {
  mkdirSync(dirname(STATE), { recursive: true })
  writeFileSync(STATE, JSON.stringify(state))
}

export const forgetState = () => rmSync(STATE, { force: true })
