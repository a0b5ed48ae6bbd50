import { loadDemoAgain } from '@/operations'
import { respond } from '../../respond'

/** Puts a fresh copy of the demo jobs in. */
export function POST(): Promise<Response> {
  return respond(async () => Response.json({ ids: await loadDemoAgain() }, { status: 201 }))
}
