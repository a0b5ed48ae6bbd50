import { leftRuns } from '@/operations'
import { must, respond } from '../../respond'

interface Context {
  readonly params: Promise<{ run: string }>
}

/** How far it is, or what is left. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(leftRuns().howFar((await params).run))))
}

/** Stops it. */
export function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return respond(async () => Response.json(must(leftRuns().stop((await params).run))))
}
