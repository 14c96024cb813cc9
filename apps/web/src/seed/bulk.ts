import { and, count, eq, like } from 'drizzle-orm'
import type postgres from 'postgres'
import { connect } from '@/db/client'
import { appliance, firm, membership } from '@/db/schema'
import { searchRows } from '@/features/search/server/indexing'
import { id, SITE, SUPPLY, UNIT, VISIT, type Value, row, copy, counted, siteOf, unitOf, PER_SITE } from './bulkNames'

export interface BulkWish {
  readonly appliances: number
  readonly visits: number
  readonly firmName: string
  readonly now: Date
}

const DAY = 86_400_000
/** Visits of one appliance at most. */
const MOST_VISITS = 1000

/**
 * A generated set for scale: appliances with closed visits as projections (no logs), loaded by COPY into one firm. Adds what is missing up to the
 * wished counts, so that it can be called again with larger ones. Answers how many appliances were added.
 */
export async function seedBulk(ownerUrl: string, wish: BulkWish): Promise<number> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    const [own] = await db.select().from(firm).where(eq(firm.name, wish.firmName))
    if (!own) throw new Error(`There is no firm called ${wish.firmName}`)
    const [person] = await db
      .select()
      .from(membership)
      .where(and(eq(membership.firmId, own.id), eq(membership.role, 'technician')))
    const [known] = await db
      .select({ n: count() })
      .from(appliance)
      .where(and(eq(appliance.firmId, own.id), like(appliance.serial, 'BK-%')))
    const from = known?.n ?? 0
    const to = wish.appliances
    if (from >= to) return 0
    const perUnit = Math.min(MOST_VISITS, Math.max(1, Math.round(wish.visits / wish.appliances)))
    const sql = await client.reserve()
    try {
      await sql`set synchronous_commit = off`
      // Every row refers to one that this very function makes; a superuser need not look each of them up again.
      await sql`set session_replication_role = replica`.catch(() => {})
      await sql`begin`
      await load(
        sql,
        { firmId: own.id, technicianId: person?.userId ?? '', practiceId: own.practiceId, practiceVersion: own.practiceVersion },
        from,
        to,
        perUnit,
        wish.now,
      )
      await sql`commit`
      // A firm that grew over the years was tidied meanwhile: rows that all may see, words of the search in their place.
      await sql`vacuum analyze`
    } finally {
      await sql`set session_replication_role = default`.catch(() => {})
      sql.release()
    }
    return to - from
  } finally {
    await client.end()
  }
}

interface Owner {
  readonly firmId: string
  readonly technicianId: string
  readonly practiceId: string
  readonly practiceVersion: number
}

async function load(
  sql: postgres.ReservedSql,
  { firmId, technicianId, practiceId, practiceVersion }: Owner,
  from: number,
  to: number,
  perUnit: number,
  now: Date,
): Promise<void> {
  const sites: [number, number] = [Math.ceil(from / PER_SITE), Math.ceil(to / PER_SITE)]
  const visits: [number, number] = [from * perUnit, to * perUnit]
  /** Numbered by appliance, so that a later call with another ratio meets none of these. */
  const visitId = (n: number): string => id(VISIT, Math.floor(n / perUnit) * MOST_VISITS + (n % perUnit))
  /** The visit before the k-th last of a unit, spread over the year. */
  const dayOf = (n: number): Date => {
    const unit = Math.floor(n / perUnit)
    return new Date(now.getTime() - ((perUnit - 1 - (n % perUnit)) * 365 + 20 + (unit % 330)) * DAY)
  }
  const day = (at: Date) => at.toISOString().slice(0, 10)
  await copy(
    sql,
    'site',
    ['id', 'firm_id', 'name', 'address', 'time_zone', 'altitude_m'],
    counted(...sites, (n) => {
      const s = siteOf(n)
      return row([s.id, firmId, s.name, s.address, 'Europe/Zurich', 410])
    }),
  )
  await copy(
    sql,
    'gas_supply',
    ['id', 'firm_id', 'site_id', 'gas', 'regulator_owner', 'nominal_pressure_pa'],
    counted(...sites, (n) => row([id(SUPPLY, n), firmId, id(SITE, n), 'natural-gas-h', 'supplier', 2100])),
  )
  await copy(
    sql,
    'appliance',
    [
      'id',
      'firm_id',
      'site_id',
      'supply_id',
      'name',
      'serial',
      'position',
      'card_id',
      'card_version',
      'burner_kind',
      'last_visit_at',
      'next_due_on',
    ],
    counted(from, to, (n) => {
      const u = unitOf(n)
      const last = dayOf((n + 1) * perUnit - 1)
      return row([
        u.id,
        firmId,
        u.site.id,
        id(SUPPLY, Math.floor(n / PER_SITE)),
        u.card.model,
        u.serial,
        u.position,
        u.card.id,
        u.card.version,
        u.card.burnerKind,
        last.toISOString(),
        day(new Date(last.getTime() + 365 * DAY)),
      ])
    }),
  )
  await copy(
    sql,
    'visit',
    [
      'id',
      'firm_id',
      'site_id',
      'job_kind',
      'planned_for',
      'assigned_to',
      'status',
      'practice_id',
      'practice_version',
      'started_at',
      'closed_at',
      'next_due_on',
    ],
    counted(...visits, (n) => {
      const at = dayOf(n)
      const iso = at.toISOString()
      const site = id(SITE, Math.floor(Math.floor(n / perUnit) / PER_SITE))
      return row([
        visitId(n),
        firmId,
        site,
        'annual-service',
        iso,
        technicianId,
        'closed',
        practiceId,
        practiceVersion,
        iso,
        iso,
        day(new Date(at.getTime() + 365 * DAY)),
      ])
    }),
  )
  await copy(
    sql,
    'visit_appliance',
    ['visit_id', 'appliance_id', 'firm_id', 'position', 'card_id', 'card_version', 'outcome'],
    counted(...visits, (n) => {
      const unit = Math.floor(n / perUnit)
      const { card } = unitOf(unit)
      return row([visitId(n), id(UNIT, unit), firmId, 0, card.id, card.version, 'in-normal-service'])
    }),
  )
  await copy(
    sql,
    'visit_value',
    [
      'firm_id',
      'visit_id',
      'appliance_id',
      'key',
      'measurand_id',
      'station_id',
      'firing_state_id',
      'as_found_si',
      'as_left_si',
      'status',
      'because',
      'min_si',
      'max_si',
      'taken_at',
    ],
    counted(...visits, (n) => {
      const unit = Math.floor(n / perUnit)
      const { card } = unitOf(unit)
      const rate = card.firingStates.reduce((a, b) => (b.order > a.order ? b : a)).id
      const at = dayOf(n).toISOString()
      const value = (measurand: string, station: string, si: number, min: Value, max: Value) =>
        row([
          firmId,
          visitId(n),
          id(UNIT, unit),
          `${measurand}@${station}/${rate}`,
          measurand,
          station,
          rate,
          si,
          si,
          'inside',
          'inside',
          min,
          max,
          at,
        ])
      return [
        value('pressure.working', 'inlet', 2000 + ((n * 37) % 60), 1700, 2500),
        value('co2.flue', 'flue', 0.0885 + ((n * 13) % 30) / 10_000, 0.087, 0.092),
        value('co.flue', 'flue', (20 + ((n * 7) % 40)) * 1e-6, null, 350e-6),
      ]
    }),
  )
  await loadSearch(sql, firmId, sites, from, to)
}

async function loadSearch(sql: postgres.ReservedSql, firmId: string, sites: [number, number], from: number, to: number): Promise<void> {
  const vocabulary = new Set<string>()
  const postings: string[] = []
  function* entries(): Generator<string> {
    const one = function* (kind: 'site' | 'appliance', entry: Parameters<typeof searchRows>[2]) {
      const { row: r, words } = searchRows(firmId, kind, entry)
      for (const word of words) {
        vocabulary.add(word)
        postings.push(row([firmId, word, r.id]))
      }
      yield row([r.id, firmId, kind, r.subjectId, r.title, r.detail, r.folded])
    }
    for (let n = sites[0]; n < sites[1]; n++) {
      const s = siteOf(n)
      yield* one('site', { subjectId: s.id, title: s.name, detail: s.address, also: '' })
    }
    for (let n = from; n < to; n++) {
      const u = unitOf(n)
      yield* one('appliance', {
        subjectId: u.id,
        title: `${u.card.maker} ${u.card.model}`,
        detail: `${u.site.name} · ${u.serial} · ${u.position}`,
        also: `${u.site.address} ${u.card.burnerKind} natural-gas-h`,
      })
    }
  }
  await copy(sql, 'search_entry', ['id', 'firm_id', 'kind', 'subject_id', 'title', 'detail', 'folded'], entries())
  await sql`create temporary table bulk_word (word text) on commit drop`
  await copy(
    sql,
    'bulk_word',
    ['word'],
    [...vocabulary].map((w) => row([w])),
  )
  await sql`insert into search_word (firm_id, word) select ${firmId}, word from bulk_word on conflict do nothing`
  await copy(sql, 'search_posting', ['firm_id', 'word', 'entry_id'], postings)
}
