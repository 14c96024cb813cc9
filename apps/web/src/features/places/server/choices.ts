import type { Card } from '@lucerna/core/appliance'
import { and, desc, eq, isNull } from 'drizzle-orm'
import { inFirm } from '@/db/client'
import { practiceProfile, site, targetCard } from '@/db/schema'
import { type Actor, unitsOf } from '@/server/actor'
import type { Units } from '@/ui/figures'
import '@/messages/all'
import { wordsFor } from '@/ui/words'
import type { ApplianceFields, SiteFields, SupplyFields } from '../schemas'
import type { SupplyRecord } from './pages'

/** What forms begin with and choose from. */

/** The firm's cards for choosing, each in its newest version; and the version that an appliance is pinned to. */
export const cardChoices = (actor: Actor, pinned?: { readonly cardId: string; readonly cardVersion: number }): Promise<Card[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .selectDistinctOn([targetCard.cardId], { data: targetCard.data })
      .from(targetCard)
      .where(eq(targetCard.firmId, actor.firmId))
      .orderBy(targetCard.cardId, desc(targetCard.version))
    const cards = rows.map((r) => r.data)
    if (!pinned || cards.some((c) => c.id === pinned.cardId && c.version === pinned.cardVersion)) return cards
    const [own] = await tx
      .select({ data: targetCard.data })
      .from(targetCard)
      .where(and(eq(targetCard.firmId, actor.firmId), eq(targetCard.cardId, pinned.cardId), eq(targetCard.version, pinned.cardVersion)))
    return own ? [own.data, ...cards] : cards
  })

/** What a form for a new site begins with: the time zone and altitude of the firm's last site, as a guess that shows. */
export const newSite = (actor: Actor): Promise<{ fields: SiteFields; units: Units }> =>
  inFirm(actor, async (tx) => {
    const [last] = await tx
      .select()
      .from(site)
      .where(and(eq(site.firmId, actor.firmId), isNull(site.deletedAt)))
      .orderBy(desc(site.updatedAt))
      .limit(1)
    return {
      units: unitsOf(actor),
      fields: {
        name: '',
        address: '',
        timeZone: last?.timeZone ?? actor.timeZone,
        altitudeM: last?.altitudeM ?? 0,
        latitudeDeg: null,
        longitudeDeg: null,
        contact: null,
        contactPhone: null,
        contactEmail: null,
        accessNotes: null,
        hazards: null,
        emergencyNumber: null,
        practiceId: null,
      },
    }
  })

/** What a form for a new supply begins with. */
export const newSupply = (units: Units): SupplyFields => ({
  gas: units === 'metric' ? 'natural-gas-h' : 'pipeline-gas-na',
  meter: null,
  meterKind: null,
  meterSize: null,
  meterSerial: null,
  dialVolumeM3: null,
  regulatorOwner: 'supplier',
  regulator: null,
  nominalPressurePa: null,
  standingPressurePa: null,
  workingPressurePa: null,
  measuredOn: null,
  pipes: [],
})

/** What a form for a new appliance begins with. */
export const newAppliance = (supplyId: string): ApplianceFields => ({
  supplyId,
  cardId: '',
  cardVersion: 1,
  name: '',
  serial: '',
  position: '',
  flueLengthM: null,
  installedOn: null,
  safeties: [],
  remark: null,
})

/** The supplies of a site for choosing. */
export const supplyChoices = (supplies: readonly SupplyRecord[]) =>
  supplies.map((s) => ({ id: s.id, gas: s.gas, label: [wordsFor(`gas.${s.gas}`), s.meterSize, s.meter].filter(Boolean).join(' · ') }))

/** Newest versions of the firm's practice profiles, for choosing. */
export const practiceChoices = (actor: Actor): Promise<{ id: string; title: string; version: number; dated: string }[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .selectDistinctOn([practiceProfile.profileId], { data: practiceProfile.data })
      .from(practiceProfile)
      .where(eq(practiceProfile.firmId, actor.firmId))
      .orderBy(practiceProfile.profileId, desc(practiceProfile.version))
    return rows.map(({ data }) => ({ id: data.id, title: data.title, version: data.version, dated: data.dated }))
  })
