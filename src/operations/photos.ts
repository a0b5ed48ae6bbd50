import { imageSize } from 'image-size'
import { absent, fail, type Result, succeed } from '@/core/ground/issues'
import { PHOTO_ID } from '@/core/paper/run'
import { countPhotos, findPhotos, findRun, insertPhoto } from '@/db'

/** A picture at most, bytes; a page makes them smaller before it sends them. */
export const MOST_PHOTO_BYTES = 4_000_000
/** So many of one run, and so many dots along a side. */
const [MOST_PHOTOS, MOST_DOTS] = [400, 8000]

/**
 * Keeps a picture that was taken in a run; the same again is kept once.
 *
 * @returns `photo.type` where it is no JPEG, `photo.size` where it has too many dots, `photo.many` where the run is full.
 */
export async function keepPhoto(
  runId: string,
  id: string,
  jpeg: Uint8Array,
): Promise<Result<{ readonly id: string }>> {
  if (!PHOTO_ID.test(id)) return fail('photo.id', 'This is no name of a picture.', 'photo')
  if (!(await findRun(runId))) return absent('run.missing', 'This run is not there.')
  const size = sizeOf(jpeg)
  if (!size) return fail('photo.type', 'A picture is sent as JPEG; this is none.')
  if (Math.max(size.width, size.height) > MOST_DOTS)
    return fail('photo.size', `A picture has at most ${MOST_DOTS} dots along a side.`)
  const [known] = await findPhotos(runId, [id])
  if (!known && (await countPhotos(runId)) >= MOST_PHOTOS)
    return fail('photo.many', `A run keeps ${MOST_PHOTOS} pictures, and has them.`)
  await insertPhoto({ id, runId, jpeg })
  // Under the name there may be one of another run: it stays what it is.
  const [kept] = await findPhotos(runId, [id])
  return kept ? succeed({ id }) : fail('photo.id', 'A picture of this name is there already.')
}

/** How every JPEG begins: what begins otherwise is not looked at. */
const BEGINS = [0xff, 0xd8, 0xff]

function sizeOf(jpeg: Uint8Array): { readonly width: number; readonly height: number } | undefined {
  if (BEGINS.some((byte, i) => jpeg[i] !== byte)) return undefined
  try {
    const { height, type, width } = imageSize(jpeg)
    return type === 'jpg' ? { width, height } : undefined
  } catch {
    return undefined
  }
}

export async function loadPhoto(runId: string, id: string): Promise<Result<Uint8Array>> {
  const [found] = await findPhotos(runId, [id])
  return found ? succeed(found.jpeg) : absent('photo.missing', 'This picture is not there.')
}
