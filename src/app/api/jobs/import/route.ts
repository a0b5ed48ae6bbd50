import { importJob } from '@/operations'
import { bodyText, must, respond } from '../../respond'

export function POST(request: Request): Promise<Response> {
  return respond(async () =>
    Response.json({ id: must(await importJob(await bodyText(request))) }, { status: 201 }),
  )
}
