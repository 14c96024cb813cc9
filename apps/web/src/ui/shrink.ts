/** Longest side that is kept, px: as the server keeps it. */
const LONGEST = 1600
/** The browser makes the small picture when the page is idle: on a busy page it goes up as it is after so long, and the server makes it small. */
const PATIENCE_MS = 2000

/**
 * A photograph made small before it waits for the network, turned the right way up. What the browser cannot read goes as it is: the server says what is
 * wrong with it.
 */
export async function shrink(picture: Blob): Promise<Blob> {
  try {
    const bitmap = await createImageBitmap(picture, { imageOrientation: 'from-image' })
    const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.max(1, Math.round(bitmap.width * scale))
    canvas.height = Math.max(1, Math.round(bitmap.height * scale))
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    bitmap.close()
    const small = await new Promise<Blob | null>((resolve) => {
      canvas.toBlob(resolve, 'image/jpeg', 0.85)
      setTimeout(() => resolve(null), PATIENCE_MS)
    })
    return small ?? picture
  } catch {
    return picture
  }
}
