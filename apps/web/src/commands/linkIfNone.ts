import { connect } from '@/db/client'
import { firm } from '@/db/schema'

/** The secret of a fresh link that begins a firm, while there is none. */
export async function linkIfNone(ownerUrl: string): Promise<string | null> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    if ((await db.$count(firm)) > 0) return null
    const { makeFirmLink } = await import('@/features/opening/server/open')
    return await makeFirmLink(db, new Date().toISOString())
  } finally {
    await client.end()
  }
}
