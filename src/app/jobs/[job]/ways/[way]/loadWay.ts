import { notFound } from 'next/navigation'
import { type JobView, loadJob } from '@/operations'

/** What every page of a way is given in its address. */
export interface WayParams {
  readonly params: Promise<{ readonly job: string; readonly way: string }>
}

/** The job and the way of an address; a page that says so when either is not there. */
export async function loadWay(
  params: WayParams['params'],
): Promise<{ readonly job: JobView; readonly way: JobView['ways'][number] }> {
  const { job: jobId, way: wayId } = await params
  const job = await loadJob(jobId)
  const way = job.ok ? job.value.ways.find((w) => w.id === wayId) : undefined
  if (!job.ok || !way) notFound()
  return { job: job.value, way }
}
