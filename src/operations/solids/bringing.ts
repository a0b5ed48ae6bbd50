import { facetBytes } from '@/kernel/facets'
import { findFacets, findSolidFile, keepSolidFile } from '@/db'
import { absent, type Result, succeed } from '@/core/ground/issues'
import { type Part } from '@/core/work/part'
import { solidsRoom } from '../backroom/pool'
import { loadDemo } from '../demo'
import { emptyWay, insertWith } from '../jobs'
import { Runs } from '../running'
import { type BodyChoice } from './body'
import { type ReadOptions } from './read'
import { type ReadSolids } from './tasks'

/** What a file brought in is read as; the facets of its bodies are asked for apart. */
export type BroughtIn = Omit<ReadSolids, 'meshes'>

const holder = globalThis as typeof globalThis & { footholdReadings?: Runs<BroughtIn> }

/** Files that are being read. */
export const readings = (): Runs<BroughtIn> => (holder.footholdReadings ??= new Runs())

/** Begins to read a file; how far it is can be asked by the id. */
export const bringIn = (bytes: Uint8Array, name: string, options: ReadOptions): string =>
  readings().begin(async (watch) => {
    const read = await solidsRoom().watched(watch, 'readSolids', bytes, name, options)
    if (!read.ok) return read
    const { meshes, ...file } = read.value
    await keepSolidFile({ digest: file.digest, name: file.name, bytes }, meshes.map(facetBytes))
    return succeed(file)
  })

/** Starts the kernel where none is up and takes the demo's bracket through it, so that a file finds its code compiled. */
export function readyForSolids(): void {
  const room = solidsRoom()
  if (!room.isUp) void room.run('demoBracket').catch(() => undefined)
}

/** A fresh copy of the demo jobs. */
export const loadDemoAgain = (): Promise<readonly string[]> =>
  loadDemo(() => solidsRoom().run('demoBracket'), true)

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
