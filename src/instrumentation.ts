/** Takes up what an earlier server left unfinished, once, as the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return
  const { resumeImports } = await import('@/server/ingest')
  const { resumeExports } = await import('@/server/exports')
  await resumeImports().catch(console.error)
  await resumeExports().catch(console.error)
}
