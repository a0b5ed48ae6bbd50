import { del, get, set } from 'idb-keyval'
import { nanoid } from 'nanoid'
import { type Answer, put } from './api'

/** The longer side of a picture as it is kept, dots, and how closely it is written. */
const [LONGER_SIDE, QUALITY] = [1600, 0.8]

const keyOf = (id: string): string => `foothold:photo:${id}`
export const photoPath = (runId: string, id: string): string => `/api/runs/${runId}/photos/${id}`

/**
 * Makes a picture small enough and keeps it on the device until the server has it. What a camera writes beside it,
 * as where it was, does not go along.
 *
 * @returns what it is kept by; undefined where the file is no picture.
 */
export async function holdPhoto(file: Blob): Promise<string | undefined> {
  const bitmap = await createImageBitmap(file).catch(() => undefined)
  if (!bitmap) return undefined
  const scale = Math.min(1, LONGER_SIDE / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const jpeg = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY))
  if (!jpeg) return undefined
  const id = nanoid(16)
  await set(keyOf(id), jpeg)
  return id
}

/** A picture that this device still holds. */
export const heldPhoto = (id: string): Promise<Blob | undefined> => get<Blob>(keyOf(id))

/** Sends a picture ahead of the entry that tells of it; one that is not here any more was sent before. */
export async function sendPhoto(runId: string, id: string): Promise<Answer<unknown>> {
  const jpeg = await heldPhoto(id).catch(() => undefined)
  return jpeg ? put(photoPath(runId, id), jpeg) : { kind: 'done', data: undefined }
}

/** The server has it, or will not have it. */
export const letGoOfPhoto = (id: string): Promise<void> => del(keyOf(id))
