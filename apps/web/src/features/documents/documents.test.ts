import { CARD_FINDINGS } from '@lucerna/core/appliance'
import { PRACTICE_FINDINGS, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS, larch18, larch28 } from '@lucerna/sim/cards'
import { v7 as uuidv7 } from 'uuid'
import { inFirm, type Transaction } from '@/db/client'
import type { Actor } from '@/server/actorOf'
import { actorNamed, closeAll } from '@/test/world'
import '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { findingText } from './findingText'
import { DOCUMENT_KINDS, examine } from './kinds'
import { pastedCells } from './parts/Matrix'
import { placeOf, sectionsOf } from './sectionsOf'
import {
  beginDraft,
  discardDraft,
  issueDraft,
  moveAppliances,
  pinnedAppliances,
  readDraft,
  readVersion,
  saveDraft,
  versionsOf,
} from './server/documents'
import { at, type FieldSpec, type Row, rowsOf, withAt } from './spec'

jest.mock('@react-pdf/renderer', () => ({}))

const NOW = '2026-06-01T09:00:00.000Z'
let maren: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
})
afterAll(closeAll)
const as = <T>(actor: Actor, work: (tx: Transaction) => Promise<T>) => inFirm(actor, work)

describe('one description for writing, reading and comparing', () => {
  const walk = (fields: readonly FieldSpec[]): FieldSpec[] => fields.flatMap((f) => (f.kind === 'rows' ? [f, ...walk(f.fields)] : [f]))

  test.each(DOCUMENT_KINDS.flatMap((k) => sectionsOf(k).map((s) => [k, s.id, s] as const)))(
    '%s, %s: every label and choice has words',
    (kind, _id, spec) => {
      expect(wordsFor(`doc.section.${kind}.${spec.id}`)).not.toMatch(/^doc\./)
      if (spec.list) expect(wordsFor(`doc.add.${kind}.${spec.id}`)).not.toMatch(/^doc\./)
      for (const f of walk(spec.fields)) {
        expect(wordsFor(`doc.field.${f.label}`)).not.toMatch(/^doc\./)
        if (f.kind === 'select') for (const o of f.options(larch18 as unknown as Row, {})) expect(o.label).not.toMatch(/^[a-z-]+\.[a-z-]+$/)
      }
    },
  )

  test('every field of every demo card and shipped profile stands in a section', () => {
    for (const [kind, docs] of [
      ['card', DEMO_CARDS],
      ['practice', SHIPPED_PRACTICES],
    ] as const)
      for (const doc of docs) {
        const shown = new Set(sectionsOf(kind).flatMap((s) => (s.list ? [s.list] : s.fields.map((f) => f.key.split('.')[0]))))
        expect(Object.keys(doc).filter((k) => !shown.has(k))).toEqual(['id', 'version'])
      }
  })

  test('every row of every card says itself in one line', () => {
    for (const card of DEMO_CARDS)
      for (const s of sectionsOf('card'))
        for (const row of s.list ? rowsOf(card as unknown as Row, s.list) : [])
          expect([card.id, s.id, s.summary?.(row, card as unknown as Row, 'metric')]).toEqual([
            card.id,
            s.id,
            expect.stringMatching(/^(?!.*undefined)[^.\s]/),
          ])
  })

  test('a limit that is changed as printed gets its SI values again', () => {
    const limits = sectionsOf('card').find((s) => s.id === 'limits')!
    const changed = limits.derive!(withAt(larch18.limits[2] as unknown as Row, 'printed.max', 9.6))
    expect(at(changed, 'max')).toBeCloseTo(0.096)
    expect(
      examine('card', { ...larch18, limits: larch18.limits.map((l, i) => (i === 2 ? changed : l)) } as never).filter(
        (f) => f.level === 'error',
      ),
    ).toEqual([])
  })

  test('a shape that does not fit is said by the field’s own name: missing, too large or not valid, in rows of rows too', () => {
    const said = (change: (card: Row) => Row) => examine('card', change(larch28 as unknown as Row)).map((f) => findingText('card', f))
    const adjuster = (more: Row) => (card: Row) => ({ ...card, adjusters: [{ ...rowsOf(card, 'adjusters')[0]!, ...more }] })
    const effect = { measurandId: 'co2.flue', change: 0.15, unit: '%', per: 0.125 }
    expect(said(adjuster({ typicalEffect: { ...effect, unit: undefined } }))).toEqual(['“Unit as printed” is missing.'])
    expect(said(adjuster({ typicalEffect: { ...effect, change: -1 } }))).toEqual(['“Changes it by about” is not valid.'])
    expect(said(adjuster({ label: 'x'.repeat(81) }))).toEqual(['“Name” is too long or too large.'])
    expect(said(adjuster({ typicalEffect: { ...effect, unit: 'mbar' } }))).toEqual(['Not a unit of fraction.'])
    expect(said((card) => ({ ...card, maker: '' }))).toEqual(['“Maker” is missing.'])
    const tables = rowsOf(larch28 as unknown as Row, 'tables')
    const columns = rowsOf(tables[0]!, 'columns').map((c, i) => (i === 0 ? { ...c, label: '' } : c))
    expect(said((card) => ({ ...card, tables: [{ ...tables[0]!, columns }] }))).toEqual(['“Name” is missing.'])
  })

  test('paths: what is emptied goes, with what is left empty above it', () => {
    expect(withAt({ a: 1 }, 'source.page', '9')).toEqual({ a: 1, source: { page: '9' } })
    expect(withAt({ altitudeM: { min: 3 } }, 'altitudeM.min', undefined)).toEqual({})
    expect(withAt({ altitudeM: { min: 3, max: 9 } }, 'altitudeM.min', undefined)).toEqual({ altitudeM: { max: 9 } })
    expect(at({ a: { b: [1] } }, 'a.b')).toEqual([1])
    expect(at({ a: 1 }, 'a.b.c')).toBeUndefined()
  })

  test('a block from a spreadsheet', () => {
    expect(pastedCells('1\t2,5\r\n3\t\r\n', 2)).toEqual([
      [1, 2.5],
      [3, null],
    ])
    expect(pastedCells('7', 2)).toBeNull()
    expect(pastedCells('a\tb', 2)).toBeNull()
    expect(pastedCells('1\t2\t3', 2)).toBeNull()
  })

  test.each([
    ...Object.keys(CARD_FINDINGS).map((code) => ['card', code] as const),
    ...Object.keys(PRACTICE_FINDINGS).map((code) => ['practice', code] as const),
  ])('%s: what the linter calls %s has words', (kind, code) => {
    expect(findingText(kind, { level: 'error', code, params: {}, path: [] })).not.toMatch(/^finding\./)
  })

  test('a finding leads to its section and row', () => {
    expect(placeOf('card', ['limits', 3, 'min'])).toEqual({ section: 'limits', row: 3 })
    expect(placeOf('card', ['traits', 'pilot'])).toEqual({ section: 'traits', row: null })
    expect(placeOf('practice', ['plateTolerance'])).toEqual({ section: 'switches', row: null })
  })
})

describe('drafts and versions', () => {
  const fresh = () => `card-${uuidv7().slice(-12)}`

  test('written, kept in between, refused while wrong, issued, and moved to knowingly', async () => {
    const id = fresh()
    const draft = await as(maren, (tx) => beginDraft(tx, maren, 'card', id, { id: 'tarnwick-larch-18-h' }, NOW))
    expect([draft.version, draft.basedOn, draft.data.version, draft.data.id]).toEqual([1, null, 1, id])
    // Half written is kept, and not issued.
    const half = await as(maren, (tx) => saveDraft(tx, maren, 'card', id, { ...draft.data, maker: '', limits: [] }, 1, NOW))
    await expect(as(maren, (tx) => issueDraft(tx, maren, 'card', id, 'Try', NOW))).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'maker' }],
    })
    await as(maren, (tx) => saveDraft(tx, maren, 'card', id, { ...half.data, maker: 'Tarnwick' }, 2, NOW))
    await expect(as(maren, (tx) => issueDraft(tx, maren, 'card', id, 'Try', NOW))).rejects.toMatchObject({
      errors: expect.arrayContaining([expect.objectContaining({ message: expect.stringMatching(/cannot be set without one/) })]),
    })
    await as(maren, (tx) => saveDraft(tx, maren, 'card', id, { ...larch18, id }, 3, NOW))
    expect(await as(maren, (tx) => issueDraft(tx, maren, 'card', id, 'First', NOW))).toMatchObject({ id, version: 1 })
    expect(await as(maren, (tx) => readDraft(tx, maren.firmId, 'card', id))).toBeNull()
    // The next version is begun from the first and says so.
    const next = await as(maren, (tx) => beginDraft(tx, maren, 'card', id, { id }, NOW))
    expect([next.basedOn, next.data.version]).toEqual([1, 2])
    await as(maren, (tx) => issueDraft(tx, maren, 'card', id, 'Second', NOW))
    expect(await as(maren, (tx) => versionsOf(tx, maren.firmId, 'card', id))).toMatchObject([
      { version: 2, issuedBy: 'Maren Ostby', note: 'Second' },
      { version: 1, note: 'First' },
    ])
    expect(await as(maren, (tx) => readVersion(tx, maren.firmId, 'card', id, 1))).toMatchObject({ version: 1, model: 'Larch 18 H' })
  })

  test('two people at one draft: the second is told, nothing is lost', async () => {
    const id = fresh()
    await as(maren, (tx) => beginDraft(tx, maren, 'card', id, { data: { maker: 'A' } }, NOW))
    await as(maren, (tx) => saveDraft(tx, maren, 'card', id, { maker: 'B' }, 1, NOW))
    await expect(as(maren, (tx) => saveDraft(tx, maren, 'card', id, { maker: 'C' }, 1, NOW))).rejects.toMatchObject({ status: 412 })
    expect((await as(maren, (tx) => readDraft(tx, maren.firmId, 'card', id)))?.data.maker).toBe('B')
    await as(maren, (tx) => discardDraft(tx, maren, 'card', id, NOW))
    expect(await as(maren, (tx) => readDraft(tx, maren.firmId, 'card', id))).toBeNull()
  })

  test('a copied profile is the firm’s own; another firm has neither draft nor version', async () => {
    const id = `house-${uuidv7().slice(-12)}`
    const draft = await as(maren, (tx) => beginDraft(tx, maren, 'practice', id, { id: 'metric-ratio' }, NOW))
    await as(maren, (tx) => saveDraft(tx, maren, 'practice', id, { ...draft.data, title: 'House rules', ambientCo: [] }, 1, NOW))
    await expect(as(maren, (tx) => issueDraft(tx, maren, 'practice', id, 'Own', NOW))).rejects.toMatchObject({ status: 422 })
    await as(maren, (tx) => saveDraft(tx, maren, 'practice', id, { ...draft.data, title: 'House rules' }, 2, NOW))
    await as(maren, (tx) => issueDraft(tx, maren, 'practice', id, 'Own', NOW))
    await expect(as(ruben, (tx) => readVersion(tx, ruben.firmId, 'practice', id))).rejects.toMatchObject({ status: 404 })
    await expect(as(maren, (tx) => beginDraft(tx, maren, 'practice', id, { id: 'metric-ratio' }, NOW))).rejects.toMatchObject({
      status: 409,
    })
  })

  test('appliances are moved only where they are, only if asked, and it is written down', async () => {
    const pinned = await as(maren, (tx) => pinnedAppliances(tx, maren.firmId, 'tarnwick-larch-18-h'))
    const unit = pinned.find((p) => p.cardVersion === 2)!
    const move = (version: number, ids: string[], actor = maren) =>
      as(actor, (tx) => moveAppliances(tx, actor, 'tarnwick-larch-18-h', version, ids, NOW))
    expect(await move(1, [unit.id])).toBe(1)
    expect(await move(1, [unit.id])).toBe(0)
    expect(await move(2, [uuidv7()])).toBe(0)
    expect(await move(1, [unit.id], ruben)).toBe(0)
    await expect(move(9, [unit.id])).rejects.toMatchObject({ status: 404 })
    expect(await move(2, [unit.id])).toBe(1)
  })
})
