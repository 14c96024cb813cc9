import { DEMO_CARDS } from '@lucerna/sim/cards'
import type { Transaction } from '@/db/client'
import * as t from '@/db/schema'
import { DAY } from './spans'
import type { DemoFirm } from './world'

/** What lies on a lead's desk: a card being written, a label that was printed, an old sticker that was copied, a file that waits to be taken over. */
export async function seedPapers(
  db: Transaction,
  firm: DemoFirm,
  firmId: string,
  leadId: string,
  applianceId: string,
  /** The old appliance with a sticker of before under its lid. */
  sticker: { readonly applianceId: string } | undefined,
  newId: () => string,
  now: Date,
): Promise<void> {
  const card = DEMO_CARDS.find((c) => c.id === firm.sites[0]!.appliance.card)!
  const at = new Date(now.getTime() - 3 * DAY).toISOString()
  await db.insert(t.documentDraft).values({
    firmId,
    kind: 'card',
    documentId: card.id,
    basedOn: card.version,
    data: { ...card, version: card.version + 1 },
    updatedAt: at,
    updatedBy: leadId,
  })
  await db.insert(t.publicLink).values({
    token: `demo-${firm.key}-${newId().slice(-8)}`,
    firmId,
    kind: 'lid-label',
    subjectId: applianceId,
    createdAt: at,
    createdBy: leadId,
  })
  if (sticker)
    await db.insert(t.oldPaper).values({
      id: newId(),
      firmId,
      applianceId: sticker.applianceId,
      kind: 'sticker',
      doneOn: new Date(now.getTime() - 6 * 365 * DAY).toISOString().slice(0, 10),
      who: 'R. Amsel',
      words: 'Burners brushed, pilot cleaned, draught good',
      figures: [
        { measurandId: 'co.flue', stationId: 'flue', firingStateId: 'full', valueSi: 38e-6, text: '38' },
        { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'full', valueSi: 880, text: '8.8' },
      ],
      createdAt: at,
      createdBy: leadId,
    })
  const jobId = newId()
  await db.insert(t.importJob).values({
    id: jobId,
    firmId,
    kind: 'sites',
    fileName: 'new-sites.csv',
    state: 'checked',
    rows: 1,
    added: 0,
    refused: 1,
    createdAt: at,
    updatedAt: at,
    createdBy: leadId,
  })
  await db.insert(t.importBatch).values({
    jobId,
    firmId,
    batch: 0,
    action: 'refuse',
    lastLine: 2,
    rows: [{ line: 2, label: 'Old Mill', problems: [{ column: 'altitude_m', message: 'It is missing.' }] }],
  })
}
