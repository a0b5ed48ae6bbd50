import { type Issue, type Result } from '@/core/ground/issues'

export class BadInput extends Error {}

/** Where the line reads and writes: the process itself, or a test. */
export interface Ends {
  /** The text of a file; `-` is standard input. */
  readonly read: (path: string) => string
  readonly readBytes: (path: string) => Uint8Array
  readonly write: (path: string, bytes: Uint8Array) => void
  readonly out: (text: string | Uint8Array) => void
  readonly err: (words: string) => void
}

export function must<Value>(result: Result<Value>): Value {
  if (result.ok) return result.value
  throw new BadInput(
    result.issues
      .map((issue: Issue) => `${issue.path === '' ? '' : `${issue.path}: `}${issue.sentence}`)
      .join('\n'),
  )
}

export function read<Read = string>(
  ends: Ends,
  path: string,
  how: (path: string) => Read = ends.read as (path: string) => Read,
): Read {
  try {
    return how(path)
  } catch {
    throw new BadInput(`The file “${path}” cannot be read.`)
  }
}
