import { takeModelsFrom } from '@/kernel'
import { readDocumentText } from '@/core/paper/formats'
import { takeFilesFrom } from './filesAtHand'
import { digestOf, readSolidFile } from './read'

/**
 * Finds the solid that a part is cut from in a file that lies beside the part's document.
 *
 * @param text - the document, which names the file.
 * @param read - the bytes of a file beside it; throws where there is none.
 */
export function takeFromBeside(text: string, read: (name: string) => Uint8Array): void {
  const { file, layer, thicknessMm } = namedIn(text)
  const bytesOf = (digest: string): Uint8Array | undefined => {
    // Nothing is read that does not lie beside it.
    if (!file || /[\\/]/.test(file)) return undefined
    const bytes = readOr(read, file)
    return bytes && digestOf(bytes) === digest ? bytes : undefined
  }
  takeFilesFrom((digest) => Promise.resolve(bytesOf(digest)))
  takeModelsFrom(async (digest, body) => {
    const bytes = bytesOf(digest)
    if (!file || !bytes) return undefined
    const solid = await readSolidFile(bytes, file, { layer, thicknessMm })
    return solid.ok ? solid.value.bodies[body]?.mesh : undefined
  })
}

function readOr(read: (name: string) => Uint8Array, name: string): Uint8Array | undefined {
  try {
    return read(name)
  } catch {
    return undefined
  }
}

interface Named {
  readonly file?: string | undefined
  readonly layer?: string | undefined
  readonly thicknessMm?: number | undefined
}

function namedIn(text: string): Named {
  const document = readDocumentText(text)
  const stock = document.ok ? document.value.part.stock : undefined
  return stock?.form === 'solid' ? stock : {}
}
