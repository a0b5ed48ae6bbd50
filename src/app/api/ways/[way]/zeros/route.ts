import { zeroRecords } from '@/operations'
import { respond } from '../../../respond'

export const dynamic = 'force-dynamic'

/** The readings of a way, by setup. */
export function GET(
  _request: Request,
  { params }: { params: Promise<{ way: string }> },
): Promise<Response> {
  return respond(async () => Response.json(await zeroRecords((await params).way)))
}
