import sharp from 'sharp'
import { bytes } from './endpoint'
import { type PhotoSize } from './photoStore'
import { ApiProblem } from './problem'
import { t } from '@/messages/all'

/** A picture as the body of a request: as large as phones make them; what is kept is far smaller. */
export const PICTURE = bytes('image/*', 20_000_000, () => new ApiProblem(413, 'too-large', t('photo.too-large')))
const LONGEST = { full: 1600, small: 360 } as const
/** More pixels than a phone takes are a picture bomb: refused by what its header says, before anything is decoded. */
const MAX_PIXELS = 50_000_000

/** A picture as it is kept. */
export interface Prepared {
  readonly files: Record<PhotoSize, Buffer>
  readonly width: number
  readonly height: number
}

/**
 * A picture made small enough to keep, turned the right way up and without anything the camera wrote into it (place, time, device).
 *
 * @throws ApiProblem 415 what is no JPEG, PNG, WebP or the like, or cannot be read
 */
export const preparePhoto = (bytes: Buffer): Promise<Prepared> => {
  const made = turn.then(() => decoded(bytes))
  turn = made.catch(() => undefined)
  return made
}

/** Decoded pictures are large: one at a time in a process. */
let turn: Promise<unknown> = Promise.resolve()

async function decoded(bytes: Buffer): Promise<Prepared> {
  try {
    const read = () => sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' })
    const { format, width: across, height: down } = await read().metadata()
    if (across * down > MAX_PIXELS) throw new Error('too many pixels')
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
