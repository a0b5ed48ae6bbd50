/** Runs once when the server starts: its workers are up, and the list of jobs was read once, before the first person asks. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { listJobs, warmUp } = await import('@/operations')
  await warmUp()
  // Where the database is not up yet, the first person waits for it instead.
  await listJobs().catch(() => undefined)
}
