import { renderToStaticMarkup } from 'react-dom/server'
import { StatusSheet, type Standing } from '@/features/status/StatusSheet'
import { closeAll, signInDb } from '@/test/world'
import { answered, measureRequests, metricsText, routeOf } from './metrics'
import { isOperator } from './operator'
import { isMigrated, lastBackup, serverStatus } from './status'

const TOKEN = 'a-token-of-the-operator'
process.env.LUCERNA_OPERATOR_TOKEN = TOKEN
afterAll(closeAll)

test('only who knows the token runs the server', () => {
  const basic = (text: string) => `Basic ${Buffer.from(text).toString('base64')}`
  expect(isOperator(basic(`operator:${TOKEN}`))).toBe(true)
  for (const wrong of [null, '', basic(`operator:${TOKEN}x`), basic(`root:${TOKEN}`), `Bearer ${TOKEN}`, basic('operator:'), 'Basic %%%'])
    expect(isOperator(wrong)).toBe(false)
})

test('answers are counted by address and time, streams are not; the text is what collectors read', async () => {
  measureRequests()
  const { lucernaMeasure } = globalThis as unknown as { lucernaMeasure: (request: object, response: object, seconds: number) => void }
  const answer = (statusCode: number, seconds: number, type = 'application/json') =>
    lucernaMeasure({ method: 'GET', url: '/api/health?x=1' }, { statusCode, getHeader: () => type }, seconds)
  for (let i = 0; i < 18; i++) answer(200, 0.02)
  answer(200, 2)
  answer(503, 0.02)
  answer(500, 0.02)
  answer(200, 600, 'text/event-stream')
  expect(await answered()).toEqual({ count: 21, errors: 1, medianS: 0.025, p95S: 0.025 })
  const text = await metricsText()
  expect(text).toContain('lucerna_http_request_duration_seconds_count{method="GET",route="/api/health",status="200"} 19')
  expect(text).toContain('lucerna_http_errors_total{status="503"} 1')
  for (const name of ['lucerna_letters_waiting', 'lucerna_database_bytes', 'lucerna_process_cpu_seconds_total'])
    expect(text).toContain(name)
})

test('an address is counted without its ids and secrets, and made-up ones are one', () => {
  expect(routeOf('/api/v1/visits/0197a000-0000-7000-8000-000000000001/events')).toBe('/api/v1/visits/[id]/events')
  expect(routeOf('/l/AbCdEfGhIjKlMnOpQrStUv')).toBe('/l/[id]')
  expect(routeOf('/_next/static/chunks/x.js')).toBe('/_next')
  for (let i = 0; i < 600; i++) routeOf(`/${String.fromCodePoint(97 + (i % 26))}${String.fromCodePoint(97 + Math.floor(i / 26))}`)
  expect(routeOf('/never-seen-before')).toBe('other')
})

test('the database stands as this version needs it, in numbers only', async () => {
  const status = await serverStatus(signInDb)
  expect(status.firms).toBeGreaterThanOrEqual(2)
  expect(isMigrated(status)).toBe(true)
  expect(isMigrated({ migratedAt: null })).toBe(false)
  expect(Object.values(status).every((x) => typeof x === 'number')).toBe(true)
  expect(await lastBackup('/no/such/folder')).toBeNull()
})

describe('the page of who runs the server', () => {
  const now = Date.parse('2026-06-01T12:00:00Z')
  const well: Standing = {
    version: '1.2.3',
    nowMs: now,
    upSinceMs: now - 3 * 86_400_000 - 3_600_000,
    database: {
      ...{ firms: 2, people: 9, sessions: 4, visitsOpen: 1, lettersWaiting: 0, lettersFailed: 0, imports: 0 },
      ...{ databaseBytes: 4_200_000_000, connections: 14, migratedAt: 1, migrated: true },
    },
    answered: { count: 1000, errors: 0, medianS: 0.025, p95S: 0.1 },
    mail: 'smtp',
    lastBackup: '2026-06-01T02:30:00.000Z',
    freeBytes: 50e9,
    timeZone: 'UTC',
  }
  const said = (more: Partial<Standing> = {}) => renderToStaticMarkup(<StatusSheet of={{ ...well, ...more }} />)

  test('says that all is well, and the numbers', () => {
    const text = said()
    for (const part of [
      'All is well.',
      '3 days, 1 hours',
      'within 25 ms',
      'within 100 ms',
      '4.2 GB, 14 connections',
      '1 Jun 2026, 02:30',
      '50.0 GB',
    ])
      expect(text).toContain(part)
  })

  test.each([
    [{ database: null }, 'The database does not answer'],
    [{ database: { ...well.database!, migrated: false } }, 'older than this version'],
    [{ database: { ...well.database!, lettersFailed: 3 } }, 'Not delivered within a week: 3'],
    [{ freeBytes: 900e6 }, 'Only 900 MB free'],
    [{ lastBackup: null }, 'No backup yet'],
    [{ lastBackup: '2026-05-30T02:30:00.000Z' }, 'older than a day'],
    [{ answered: { ...well.answered, errors: 2, p95S: Number.POSITIVE_INFINITY } }, '2 requests failed'],
  ])('says what needs them first (%#)', (more, trouble) => {
    expect(said(more)).toContain(trouble)
    expect(said(more)).not.toContain('All is well.')
  })
})
