import { differences } from '@lucerna/core/appliance'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import type { DocumentKind } from '../kinds'
import { type DocumentData, pinnedAppliances, practiceUses, readDraft, readVersion, versionsOf } from './documents'

/** Everything the page of one document shows; null when there is no such one. */
export const documentPage = (actor: Actor, kind: DocumentKind, id: string, wanted?: number, against?: number) =>
  inFirm(actor, async (tx) => {
    const versions = await versionsOf(tx, actor.firmId, kind, id)
    const newest = versions[0]
    if (!newest) return null
    const known = (v: number) => versions.some((x) => x.version === v)
    const shown = wanted !== undefined && known(wanted) ? wanted : newest.version
    const document = await readVersion(tx, actor.firmId, kind, id, shown)
    const other = against !== undefined && known(against) ? await readVersion(tx, actor.firmId, kind, id, against) : null
    const draft = await readDraft(tx, actor.firmId, kind, id)
    const pinned = kind === 'card' ? await pinnedAppliances(tx, actor.firmId, id) : []
    const behind = [...new Set(pinned.filter((p) => p.cardVersion < newest.version).map((p) => p.cardVersion))]
    const older: Record<number, DocumentData> = {}
    for (const v of [...behind, newest.version]) older[v] = await readVersion(tx, actor.firmId, kind, id, v)
    return {
      versions,
      newest: newest.version,
      document,
      other,
      draft,
      pinned,
      older,
      changes: Object.fromEntries(behind.map((v) => [v, differences(older[v], older[newest.version])])),
      uses: kind === 'practice' ? await practiceUses(tx, actor.firmId, id) : null,
    }
  })

/** What a draft is edited with: itself and the version it was begun from; null when there is none. */
export const draftPage = (actor: Actor, kind: DocumentKind, id: string) =>
  inFirm(actor, async (tx) => {
    const draft = await readDraft(tx, actor.firmId, kind, id)
    if (!draft) return null
    const base = draft.basedOn === null ? null : await readVersion(tx, actor.firmId, kind, id, draft.basedOn)
    return { draft, base }
  })

/** The shipped profile that a firm's own was most likely copied from: the one of the same name, else of the same school. */
export const shippedBeside = (practice: DocumentData) =>
  SHIPPED_PRACTICES.find((p) => p.id === practice.id) ?? SHIPPED_PRACTICES.find((p) => p.combustionBy === practice.combustionBy) ?? null

/** A page number or version out of an address; nonsense is nothing. */
export const numberIn = (text: string | string[] | undefined): number | undefined =>
  typeof text === 'string' && /^\d{1,6}$/.test(text) ? Number(text) : undefined
