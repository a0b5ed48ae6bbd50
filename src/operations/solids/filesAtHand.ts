/** Finds a file with solids by its digest. */
export type FileSource = (digest: string) => Promise<Uint8Array | undefined>

let source: FileSource = () => Promise.resolve(undefined)

/** Says where this thread finds the files that parts and stock came in: the server its store, the command line the folder. */
export const takeFilesFrom = (from: FileSource): void => {
  source = from
}

export const fileAtHand: FileSource = (digest) => source(digest)
