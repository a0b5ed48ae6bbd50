import { z } from 'zod'
import { OverrideSchema, releaseWay, runList } from '@/operations'
import { bodyOf, must, respond, Who } from '../../../respond'

type Context = { params: Promise<{ way: string }> }

const Release = z.strictObject({ who: Who, overrides: z.array(OverrideSchema).max(60).default([]) })

/** The releases and runs of a way, and what forbids releasing it as it is. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(await runList((await params).way))))
}

/** Releases the way as it is. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return respond(async () => {
    const { way } = await params
    return Response.json(must(await releaseWay(way, await bodyOf(request, Release))))
  })
}
