/** Runs once when the server starts: its workers are up before the first person asks. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { warmUp } = await import('@/operations')
  await warmUp()
}
