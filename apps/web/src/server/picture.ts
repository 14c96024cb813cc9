import sharp from 'sharp'
import { bytes } from './endpoint'
import { type PhotoSize } from './photoStore'
import { ApiProblem } from './problem'
import { t } from '@/messages/all'

/** A picture as the body of a request: as large as phones make them; what is kept is far smaller. */
export const PICTURE = bytes('image/*', 20_000_000, () => new ApiProblem(413, 'too-large', t('photo.too-large')))
const LONGEST = { full: 1600, small: 360 } as const
/** More pixels than any phone takes: a picture bomb. */
const MAX_PIXELS = 120_000_000

/**
 * A picture made small enough to keep, turned the right way up and without anything the camera wrote into it (place, time, device).
 *
 * @throws ApiProblem 415 what is no JPEG, PNG, WebP or the like, or cannot be read
 */
export async function preparePhoto(bytes: Buffer): Promise<{ files: Record<PhotoSize, Buffer>; width: number; height: number }> {
  try {
    const read = () => sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' })
    const { format } = await read().metadata()
    if (!['jpeg', 'png', 'webp', 'heif', 'avif', 'gif', 'tiff'].includes(String(format))) throw new Error('not a photograph')
    const made = (size: PhotoSize) =>
      read()
        .rotate()
        .flatten({ background: '#ffffff' })
        .resize(LONGEST[size], LONGEST[size], { fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 80, mozjpeg: true })
        .toBuffer({ resolveWithObject: true })
    const full = await made('full')
    const small = await made('small')
    return { files: { full: full.data, small: small.data }, width: full.info.width, height: full.info.height }
  } catch {
    throw new ApiProblem(415, 'not-a-photo', t('photo.not-readable'))
  }
}
