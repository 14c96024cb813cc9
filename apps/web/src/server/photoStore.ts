import { and, eq } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { photoFile } from '@/db/schema'

/** The one door to the pictures themselves. They are in PostgreSQL, so that several web processes and one backup see the same; an object store would be another body behind these three functions. */
export type PhotoSize = 'full' | 'small'

export async function putPhoto(
  tx: Transaction,
  firmId: string,
  photoId: string,
  files: Readonly<Record<PhotoSize, Buffer>>,
): Promise<void> {
  await tx.insert(photoFile).values((['full', 'small'] as const).map((size) => ({ firmId, photoId, size, data: files[size] })))
}

export async function getPhoto(tx: Transaction, firmId: string, photoId: string, size: PhotoSize): Promise<Buffer | null> {
  const [row] = await tx
    .select({ data: photoFile.data })
    .from(photoFile)
    .where(and(eq(photoFile.firmId, firmId), eq(photoFile.photoId, photoId), eq(photoFile.size, size)))
  return row?.data ?? null
}

export async function erasePhoto(tx: Transaction, firmId: string, photoId: string): Promise<void> {
  await tx.delete(photoFile).where(and(eq(photoFile.firmId, firmId), eq(photoFile.photoId, photoId)))
}
