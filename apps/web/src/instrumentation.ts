/** Called once when a server process starts, before it answers anything. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  ;(await import('@/server/requestReader')).keepReaderOfEveryRequest()
  // Beside the process that answers there is one that does the long work (server.mjs); under `next dev` there is only one.
  if (process.env.LUCERNA_BACKGROUND === '1' || process.env.LUCERNA_FRONT !== '1') await (await import('@/background')).beginBackground()
  if (process.env.LUCERNA_BACKGROUND === '1') return
  ;(await import('@/server/metrics')).measureRequests()
  ;(await import('@/server/status')).noticeLeaving()
}
