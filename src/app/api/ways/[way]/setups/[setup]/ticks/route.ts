import { z } from 'zod'
import { beginAgain, tickHole } from '@/operations'
import { bodyOf, must, respond } from '../../../../../respond'

type Context = { params: Promise<{ way: string; setup: string }> }

const Tick = z.strictObject({
  stage: z.string().min(1).max(120),
  hole: z.string().min(1).max(80),
  done: z.boolean(),
})

/** Ticks or unticks one hole under one tool. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { setup, way } = await params
    return Response.json(must(await tickHole(way, setup, await bodyOf(request, Tick))))
  })
}

/** Begins the next piece. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { setup, way } = await params
    return Response.json(await beginAgain(way, setup))
  })
}
