import { checkFile } from '@/operations'
import { bodyText, must, respond } from '../respond'

export function POST(request: Request): Promise<Response> {
  return respond(async () => Response.json(must(await checkFile(await bodyText(request)))))
}
