import type { reportPdf } from '../pdf'

export { reportOf } from '../queries'
export { reportPictures } from './pictures'
/** The drawing is large and seldom needed: loaded when the first report is. */
export const drawReport = async (...[model, frozen, how]: Parameters<typeof reportPdf>): Promise<Buffer> =>
  (await import('../pdf')).reportPdf(model, frozen, how)
