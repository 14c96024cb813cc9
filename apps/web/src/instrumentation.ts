/** Called once when a server process starts, before it answers anything. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === 'nodejs') (await import('@/server/requestReader')).keepReaderOfEveryRequest()
}
