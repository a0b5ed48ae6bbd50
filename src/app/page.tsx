import { JobsView } from '@/features/jobs/JobsView'
import { listJobs } from '@/operations'
import { JobsQuery } from './api/jobs/query'

export const dynamic = 'force-dynamic'

export default async function JobsPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const query = JobsQuery.parse(await searchParams)
  return <JobsView {...query} list={await listJobs(query)} />
}
