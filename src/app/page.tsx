import { JobsView } from '@/features/jobs/JobsView'
import { listJobs } from '@/operations'

export const dynamic = 'force-dynamic'

export default async function JobsPage() {
  return <JobsView jobs={await listJobs()} />
}
