/** Called once when a server process starts, before it answers anything. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  ;(await import('@/server/requestReader')).keepReaderOfEveryRequest()
  ;(await import('@/server/metrics')).measureRequests()
  ;(await import('@/server/status')).noticeLeaving()
  ;(await import('@/features/people/server/retention')).keepSweeping()
  if (process.env.LUCERNA_SMTP_URL) (await import('@/server/postman')).keepDelivering()
}
