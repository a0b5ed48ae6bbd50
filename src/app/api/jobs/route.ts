import { z } from 'zod'
import { createJob, listJobs } from '@/operations'
import { JobsQuery } from './query'
import { bodyOf, must, respond } from '../respond'

export const dynamic = 'force-dynamic'

/** One page of the jobs: ?search=…&page=2&archived=yes. */
export function GET(request: Request): Promise<Response> {
  return respond(async () => {
    const query = JobsQuery.parse(Object.fromEntries(new URL(request.url).searchParams))
    return Response.json(await listJobs(query))
  })
}

export function POST(request: Request): Promise<Response> {
  return respond(async () => {
    const { name } = await bodyOf(request, z.strictObject({ name: z.string().max(200) }))
    return Response.json({ id: must(await createJob(name)) }, { status: 201 })
  })
}
