import { v7 as uuidv7 } from 'uuid'
import { type z } from 'zod'
import { instrumentFieldsSchema } from '@/features/instruments'
import { applianceSchema, siteSchema, supplySchema } from '@/features/places'
import { isId } from '@/server/isId'
import { fieldWords } from '@/ui/fieldWords'
import { t } from '@/messages/all'
import { readCell } from '../cells'
import { type Column, COLUMNS, type TableKind } from '../columns'
import { applianceKey, instrumentKey, type Lookups, siteKey } from './lookups'

export interface RowProblem {
  readonly column: string
  readonly message: string
}

/** A row of a file after everything that can be said about it without the stored entry. */
export type JudgedRow =
  | {
      readonly ok: true
      readonly kind: TableKind
      readonly id: string
      /** Its id was made here: no entry has it. */
      readonly fresh: boolean
      readonly siteId: string
      readonly label: string
      readonly fields: Record<string, unknown>
    }
  | { readonly ok: false; readonly label: string; readonly problems: readonly RowProblem[] }

const SCHEMAS = { sites: siteSchema, supplies: supplySchema, appliances: applianceSchema, instruments: instrumentFieldsSchema } as const

const columnOf = (kind: TableKind, field: string): string => COLUMNS[kind].find((c) => c.field === field.split('.')[0])?.name ?? field

/** The columns of a header in their places; unknown and missing ones are named. */
export function readHeader(
  kind: TableKind,
  cells: readonly string[],
): { columns: (Column | null)[]; unknown: string[]; missing: string[]; absent: string[] } {
  const names = cells.map((c) => c.trim().toLowerCase())
  const columns = names.map((n) => COLUMNS[kind].find((c) => c.name === n) ?? null)
  return {
    columns,
    unknown: names.filter((n, i) => columns[i] === null && n !== ''),
    missing: COLUMNS[kind].filter((c) => c.required && !names.includes(c.name)).map((c) => c.name),
    absent: COLUMNS[kind].filter((c) => !names.includes(c.name)).map((c) => c.field),
  }
}

/** Cells to values by their columns; what cannot be read is a problem of its column. */
export function readCells(
  columns: readonly (Column | null)[],
  cells: readonly string[],
  kind: TableKind,
): { values: Record<string, unknown>; problems: RowProblem[] } {
  const values: Record<string, unknown> = {}
  const problems: RowProblem[] = []
  for (const column of COLUMNS[kind]) {
    const at = columns.indexOf(column)
    const read = readCell(column, at < 0 ? '' : (cells[at] ?? ''))
    if (read.ok) values[column.field] = read.value
    else problems.push({ column: column.name, message: read.message })
  }
  if (cells.length > columns.length && cells.slice(columns.length).some((c) => c.trim() !== ''))
    problems.push({ column: '', message: t('exchange.too-many-cells') })
  return { values, problems }
}

/** Which entry a row is about, and the site it stands on; adds what the row makes to the lookups, so that a second row of the same is seen. */
export function judgeRow(
  kind: TableKind,
  values: Record<string, unknown>,
  before: readonly RowProblem[],
  lookups: Lookups,
  on?: string,
): JudgedRow {
  const problems = [...before]
  const say = (field: string, message: string) => problems.push({ column: columnOf(kind, field), message })
  const text = (field: string) => (typeof values[field] === 'string' ? values[field] : '')
  const wish = text('id')
  if (wish && !isId(wish)) say('id', t('exchange.bad-id'))
  const { id: _id, site: siteName, siteAddress, ...fields } = values
  const label = [text('name') || text('model') || text('gas'), text('serial'), typeof siteName === 'string' ? siteName : '']
    .filter(Boolean)
    .join(' · ')
  let siteId = ''
  let known: string | undefined

  if (kind === 'supplies' || kind === 'appliances') {
    const places = lookups.siteByName.get(siteKey(String(siteName ?? ''))) ?? []
    const fitting = siteAddress ? places.filter((p) => siteKey(p.address) === siteKey(String(siteAddress))) : places
    // Sites alike in name and address: a row that has its id stands where it stood; a file of places says which.
    const stood = on ?? (wish ? (kind === 'supplies' ? lookups.supplyIds : lookups.applianceIds).get(wish) : undefined)
    const own = fitting.find((p) => p.id === stood)
    if (own) siteId = own.id
    else if (fitting.length === 1) siteId = fitting[0]!.id
    else if (siteName) say('site', t(fitting.length === 0 ? 'exchange.no-site' : 'exchange.sites-alike', { name: String(siteName) }))
  }
  switch (kind) {
    case 'sites': {
      const same = (lookups.siteByName.get(siteKey(text('name'))) ?? []).find((p) => siteKey(p.address) === siteKey(text('address')))
      known = wish && lookups.siteIds.has(wish) ? wish : same?.id
      if (typeof fields.practiceId === 'string' && !lookups.practices.has(fields.practiceId))
        say('practiceId', t('exchange.no-practice', { name: fields.practiceId }))
      break
    }
    case 'supplies': {
      known =
        wish && lookups.supplyIds.has(wish)
          ? wish
          : (lookups.suppliesOfSite.get(siteId) ?? []).find((s) => s.gas === fields.gas && (s.meterSerial ?? '') === text('meterSerial'))
              ?.id
      if (wish && lookups.supplyIds.has(wish) && siteId && lookups.supplyIds.get(wish) !== siteId) say('site', t('exchange.other-site'))
      break
    }
    case 'appliances': {
      const card = lookups.cards.get(text('cardId'))
      if (!card && text('cardId')) say('cardId', t('exchange.no-card', { name: text('cardId') }))
      fields.cardVersion ??= card?.newest ?? 1
      if (card && !card.versions.has(Number(fields.cardVersion)))
        say('cardVersion', t('exchange.no-card-version', { version: Number(fields.cardVersion) }))
      known = wish && lookups.applianceIds.has(wish) ? wish : lookups.applianceBySerial.get(applianceKey(text('cardId'), text('serial')))
      const supplies = lookups.suppliesOfSite.get(siteId) ?? []
      if (!fields.supplyId) {
        const fitting = supplies.filter((s) => card?.gases.has(s.gas) ?? true)
        if (fitting.length === 1) fields.supplyId = fitting[0]!.id
        else if (siteId) say('supplyId', t(fitting.length === 0 ? 'exchange.no-supply' : 'exchange.supplies-alike'))
      } else if (siteId && !supplies.some((s) => s.id === fields.supplyId)) say('supplyId', t('exchange.no-supply'))
      break
    }
    case 'instruments': {
      known = wish && lookups.instrumentIds.has(wish) ? wish : lookups.instrumentBySerial.get(instrumentKey(text('maker'), text('serial')))
      if (typeof fields.heldBy === 'string') {
        const person = lookups.people.get(fields.heldBy.toLowerCase())
        if (person) fields.heldBy = person
        else say('heldBy', t('exchange.no-person', { email: fields.heldBy }))
      }
      break
    }
  }
  const parsed = (SCHEMAS[kind] as z.ZodType<Record<string, unknown>>).safeParse(fields)
  const named = new Set(problems.map((p) => p.column))
  if (!parsed.success)
    for (const issue of parsed.error.issues) {
      const column = columnOf(kind, issue.path.map(String).join('.'))
      if (!named.has(column)) problems.push({ column, message: fieldWords(issue) })
      named.add(column)
    }
  if (problems.length > 0 || !parsed.success) return { ok: false, label: label || '–', problems }
  const id = known ?? (wish || uuidv7())
  if (!register(kind, id, siteId, parsed.data, lookups))
    return { ok: false, label, problems: [{ column: columnOf(kind, 'id'), message: t('exchange.row-twice') }] }
  return { ok: true, kind, id, fresh: !known && !wish, siteId: siteId || id, label, fields: parsed.data }
}

const seen = new WeakMap<Lookups, Set<string>>()

/** Notes what a good row makes; false when an earlier row of the file was about the same entry. */
function register(kind: TableKind, id: string, siteId: string, fields: Record<string, unknown>, lookups: Lookups): boolean {
  const done = seen.get(lookups) ?? new Set<string>()
  seen.set(lookups, done)
  if (done.has(id)) return false
  done.add(id)
  const text = (field: string) => String((fields[field] as string | null) ?? '')
  if (kind === 'sites') {
    if (lookups.siteIds.has(id)) return true
    lookups.siteIds.add(id)
    const k = siteKey(text('name'))
    const list = lookups.siteByName.get(k)
    const own = { id, address: text('address') }
    if (list) list.push(own)
    else lookups.siteByName.set(k, [own])
  } else if (kind === 'supplies') {
    if (lookups.supplyIds.has(id)) return true
    lookups.supplyIds.set(id, siteId)
    const own = { id, gas: text('gas'), meterSerial: (fields.meterSerial as string | null) ?? null }
    const list = lookups.suppliesOfSite.get(siteId)
    if (list) list.push(own)
    else lookups.suppliesOfSite.set(siteId, [own])
  } else if (kind === 'appliances') {
    lookups.applianceIds.set(id, siteId)
    lookups.applianceBySerial.set(applianceKey(text('cardId'), text('serial')), id)
  } else {
    lookups.instrumentIds.add(id)
    lookups.instrumentBySerial.set(instrumentKey(text('maker'), text('serial')), id)
  }
  return true
}
