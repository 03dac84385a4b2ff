/**
 * Runs once where the server starts: from here on it looks after devices that are linked to runs. A seal whose checkpoint
 * a kill prevented gets it now.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return
  const { showAsTheSiteDoes } = await import('./server/services/people/site')
  // Each page asks again; a database that is away now must not end the start.
  await showAsTheSiteDoes().catch(() => null)
  const { startLinkWorker } = await import('./server/services/links/linkWorker')
  startLinkWorker()
  const { addCheckpoint } = await import('./server/services/proof/checkpoints')
  await addCheckpoint(new Date())
}
