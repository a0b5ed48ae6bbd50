import { z } from 'zod'
import { removeWay, saveDocument, stepHistory } from '@/operations'
import { bodyOf, Format, must, respond } from '../../respond'

type Context = { params: Promise<{ document: string }> }

const Save = z.strictObject({ baseVersion: z.int().min(1), body: z.unknown(), format: Format })
const Step = z.strictObject({ baseVersion: z.int().min(1), step: z.enum(['undo', 'redo']) })

/** Saves a new version; 409 with theirs when somebody else saved in between. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { baseVersion, body, format } = await bodyOf(request, Save)
    const { document } = await params
    return answer(must(await saveDocument(document, baseVersion, body, format)))
  })
}

/** Undo and redo. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { baseVersion, step } = await bodyOf(request, Step)
    return answer(must(await stepHistory((await params).document, baseVersion, step)))
  })
}

/** Removes a way; PATCH brings it back. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () =>
    Response.json({ id: must(await removeWay((await params).document, true)) }),
  )
}

export function PATCH(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () =>
    Response.json({ id: must(await removeWay((await params).document, false)) }),
  )
}

const answer = (saved: { kind: 'saved' | 'conflict'; document: unknown }): Response =>
  Response.json({ document: saved.document }, { status: saved.kind === 'saved' ? 200 : 409 })
