/** Begins the work that goes on by itself, once, as the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return
  const { beginWork } = await import('@/server/work')
  void beginWork().catch(console.error)
}
