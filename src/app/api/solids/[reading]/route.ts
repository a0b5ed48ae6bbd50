import { readings } from '@/operations'
import { must, respond } from '../../respond'

interface Context {
  readonly params: Promise<{ reading: string }>
}

/** How far the reading of a file is, or what came of it. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(readings().howFar((await params).reading))))
}

/** Stops it. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(readings().stop((await params).reading))))
}
