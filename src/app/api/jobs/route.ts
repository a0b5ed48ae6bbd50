import { z } from 'zod'
import { createJob, listJobs } from '@/operations'
import { bodyOf, must, respond } from '../respond'

export const dynamic = 'force-dynamic'

export function GET(): Promise<Response> {
  return respond(async () => Response.json(await listJobs()))
}

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { name } = await bodyOf(request, z.strictObject({ name: z.string().max(200) }))
    return Response.json({ id: must(await createJob(name)) }, { status: 201 })
  })
}
