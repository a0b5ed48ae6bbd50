import { nanoid } from 'nanoid'
import { findFacets, findSolidFile, keepSolidFile } from '@/db'
import { absent, type Issue, type Result, succeed } from '@/core/ground/issues'
import { type Part } from '@/core/work/part'
import { solidsRoom } from '../backroom/pool'
import { emptyWay, insertWith } from '../jobs'
import { type BodyChoice } from './body'
import { type ReadOptions } from './read'
import { meshBytes } from './meshBytes'
import { type ReadSolids } from './tasks'

/** What a file brought in is read as; the facets of its bodies are asked for apart. */
export type BroughtIn = Omit<ReadSolids, 'meshes'>

/** How far the reading of a file is. */
export type Bringing =
  | { readonly state: 'working'; readonly stage: string; readonly share: number }
  | { readonly state: 'done'; readonly file: BroughtIn }
  | { readonly state: 'refused'; readonly issues: readonly Issue[] }

interface Held {
  now: Bringing
  readonly stop: AbortController
  readonly since: number
}

/** Readings are held in this process: so long after they began, and so many of them, ms. */
const [HELD_MS, MOST_HELD] = [60 * 60_000, 60]
const holder = globalThis as typeof globalThis & { footholdBringing?: Map<string, Held> }
const held = (): Map<string, Held> => (holder.footholdBringing ??= new Map())

function forgetOld(): void {
  for (const [id, one] of held())
    if (Date.now() - one.since > HELD_MS || held().size > MOST_HELD) held().delete(id)
}

/** Begins to read a file; how far it is can be asked by the id. */
export function bringIn(bytes: Uint8Array, name: string, options: ReadOptions): string {
  forgetOld()
  const id = nanoid(12)
  const stop = new AbortController()
  const one: Held = {
    now: { state: 'working', stage: 'waiting', share: 0 },
    stop,
    since: Date.now(),
  }
  held().set(id, one)
  const progress = (stage: string, share: number): void => {
    if (one.now.state === 'working') one.now = { state: 'working', stage, share }
  }
  void solidsRoom()
    .watched({ progress, signal: stop.signal }, 'readSolids', bytes, name, options)
    .then(async (read) => {
      if (!read.ok) {
        one.now = { state: 'refused', issues: read.issues }
        return
      }
      const { meshes, ...file } = read.value
      await keepSolidFile({ digest: file.digest, name: file.name, bytes }, meshes.map(meshBytes))
      one.now = { state: 'done', file }
    })
    .catch((error: unknown) => {
      console.error(error)
      const sentence =
        error instanceof Error && error.name === 'Error' && error.message.startsWith('The server')
          ? error.message
          : 'The file could not be read: what was reading it broke off. Nothing was changed; try again.'
      one.now = { state: 'refused', issues: [{ code: 'solid.broke', path: '', sentence }] }
    })
  return id
}

const gone = (): Result<never> =>
  absent('solid.gone', 'That reading is no longer held. Bring the file in again.')

export const howFar = (id: string): Result<Bringing> => {
  const one = held().get(id)
  return one ? succeed(one.now) : gone()
}

export function stopBringing(id: string): Result<Bringing> {
  const one = held().get(id)
  if (!one) return gone()
  one.stop.abort()
  held().delete(id)
  return succeed(one.now)
}

/** A body of a file that is kept, as the part that it is recognised as. */
export async function recogniseBody(digest: string, choice: BodyChoice): Promise<Result<Part>> {
  const kept = await findSolidFile(digest)
  return kept
    ? solidsRoom().run('bodyAsPart', kept.bytes, kept.name, choice)
    : absent('solid.unknown', 'That file is not here. Bring it in again.')
}

/** A new job whose part is a body of a file that is kept. */
export async function jobFromBody(digest: string, choice: BodyChoice): Promise<Result<string>> {
  const part = await recogniseBody(digest, choice)
  return part.ok ? insertWith({ part: part.value, ways: [emptyWay('Way A')] }) : part
}

export const facetsOf = async (digest: string, body: number): Promise<Result<Uint8Array>> => {
  const facets = await findFacets(digest, body)
  return facets ? succeed(facets) : absent('solid.unknown', 'The solid of that file is not here.')
}
