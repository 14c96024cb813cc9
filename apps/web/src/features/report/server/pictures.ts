import type { Report } from '@lucerna/core/report'
import { inFirm, type Scope } from '@/db/client'
import { getPhoto } from '@/server/photoStore'

const drawingsOf = ({ signedBy, signatureDrawing }: Report) => [signedBy?.drawing, signatureDrawing].filter((id) => typeof id === 'string')

/** The photographs and the drawn signatures that a report names, as far as they were not erased: small, as JPEG. */
export const reportPictures = (scope: Scope, model: Report): Promise<ReadonlyMap<string, Buffer>> =>
  inFirm(scope, async (tx) => {
    const found = new Map<string, Buffer>()
    for (const id of [...model.photos.map((p) => p.id), ...drawingsOf(model)]) {
      const data = await getPhoto(tx, scope.firmId, id, 'small')
      if (data) found.set(id, data)
    }
    return found
  })
