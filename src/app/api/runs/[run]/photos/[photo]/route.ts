import { keepPhoto, loadPhoto, MOST_PHOTO_BYTES } from '@/operations'
import { bodyBytes, must, respond } from '../../../../respond'

type Context = { params: Promise<{ run: string; photo: string }> }

/** A picture that was taken in a run. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { photo, run } = await params
    const jpeg = must(await loadPhoto(run, photo)) as Uint8Array<ArrayBuffer>
    return new Response(jpeg, {
      headers: {
        'Content-Type': 'image/jpeg',
        'Cache-Control': 'private, max-age=31536000, immutable',
        'X-Content-Type-Options': 'nosniff',
      },
    })
  })
}

/** Keeps a picture, a JPEG as the body, by the name that its device gave it; the entry that tells of it comes after. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { photo, run } = await params
    return Response.json(
      must(await keepPhoto(run, photo, await bodyBytes(request, MOST_PHOTO_BYTES))),
    )
  })
}
