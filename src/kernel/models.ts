import { type Frame } from '@/core/ground/geometry'
import { type Mesh } from '@/core/ground/mesh'
import { modelsIn, type Recipe } from '@/core/ground/recipe'

/** Finds the facets of a body of a file, in the axes and the unit of the file. */
export type ModelSource = (digest: string, body: number) => Promise<Mesh | undefined>

/** The solid of a file is needed that nobody has. */
export class MissingModel extends Error {
  constructor(readonly digest: string) {
    super(`The solid of file ${digest.slice(0, 8)} is not at hand`)
  }
}

/** Bodies that are kept at hand; a job has one or two. */
const MOST_KEPT = 6

let source: ModelSource = () => Promise.resolve(undefined)
const shelf = new Map<string, Mesh>()
const keyOf = (digest: string, body: number): string => `${digest} ${body}`

/** Says where this thread finds the bodies of files: the page asks the server, the server its store. */
export const takeModelsFrom = (from: ModelSource): void => {
  source = from
}

/** Brings what a recipe is made of to hand; what cannot be found is missing when it is cooked. */
export async function bringModels<F extends Frame>(recipe: Recipe<F>): Promise<void> {
  for (const { body, digest } of modelsIn(recipe)) {
    const key = keyOf(digest, body)
    if (shelf.has(key)) continue
    const mesh = await source(digest, body)
    if (!mesh) continue
    const [oldest] = shelf.keys()
    if (shelf.size >= MOST_KEPT && oldest !== undefined) shelf.delete(oldest)
    shelf.set(key, mesh)
  }
}

export const modelAtHand = (digest: string, body: number): Mesh | undefined =>
  shelf.get(keyOf(digest, body))
