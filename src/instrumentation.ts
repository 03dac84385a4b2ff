/** Runs once where the server starts: from here on it looks after devices that are linked to runs. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return
  const { startLinkWorker } = await import('./server/services/linkWorker')
  startLinkWorker()
}
