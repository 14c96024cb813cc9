/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import { z } from 'zod'
import { useEntry } from './useEntry'

const schema = z.object({ name: z.string().trim().min(1), altitudeM: z.number().min(-400).max(5000), notes: z.string() })
type Site = z.infer<typeof schema>
const HOUSE: Site = { name: '7 Quarry Row', altitudeM: 410, notes: 'Side gate' }

const asked: { method: string; body: Record<string, unknown>; version: number | undefined }[] = []
/** Answers in order; the last one goes on. */
let answers: unknown[] = []
jest.mock('@/ui/ask', () => ({
  ask: (method: string, _url: string, body: Record<string, unknown>, version?: number) => {
    asked.push({ method, body, version })
    return Promise.resolve(answers.length > 1 ? answers.shift() : answers[0])
  },
}))
const ok = (id = 's1') => ({ ok: true, body: { id }, version: 9 })
const problem = (status: number, more: object = {}) => ({
  ok: false,
  problem: { status, detail: 'The server is away.', fields: {}, body: {}, ...more },
})
const stale = (current: Site, version: number) => problem(412, { body: { current, version } })

const onSaved = jest.fn()
/** What stands in the form; what it says is the same, but a note that begins with a question mark cannot be read. */
type Draft = Site
const read = (draft: Draft) => ({ fields: draft, problems: draft.notes.startsWith('?') ? { notes: 'This cannot be read.' } : {} })
const prepare = jest.fn((fields: Site): Promise<Site | null> => Promise.resolve(fields))
const open = (base: { fields: Site; version: number } | null = { fields: HOUSE, version: 3 }) =>
  renderHook(() => useEntry<Draft, Site>({ schema, first: HOUSE, read, base, url: '/api/v1/sites', prepare, onSaved })).result
const save = async (entry: ReturnType<typeof open>, fields: Draft) => {
  act(() => {
    for (const name of ['name', 'altitudeM', 'notes'] as const) entry.current.form.setValue(name, fields[name], { shouldDirty: true })
  })
  await act(() => entry.current.submit())
}

beforeEach(() => {
  asked.length = 0
  answers = [ok()]
  onSaved.mockClear()
})
afterEach(cleanup)

test('an edit is sent with the version that it was made from', async () => {
  const entry = open()
  await save(entry, { ...HOUSE, notes: 'Ring twice' })
  expect(asked).toEqual([{ method: 'PUT', body: { ...HOUSE, notes: 'Ring twice' }, version: 3 }])
  expect(onSaved).toHaveBeenCalledWith({ id: 's1', taken: [] })
})

test('a new entry sent twice, since the first answer was lost, is the same entry', async () => {
  answers = [problem(503), ok()]
  const entry = open(null)
  await save(entry, HOUSE)
  expect(entry.current.failure).toBe('The server is away.')
  await save(entry, HOUSE)
  expect(asked.map((a) => a.method)).toEqual(['POST', 'POST'])
  expect(asked[0]!.body.id).toBe(asked[1]!.body.id)
  expect(entry.current.failure).toBeNull()
  expect(onSaved).toHaveBeenCalledTimes(1)
})

test('wrong fields are named and nothing is sent; what could not be read at all is named too', async () => {
  const entry = open()
  await save(entry, { name: ' ', altitudeM: 90_000, notes: '? ? ?' })
  expect(Object.keys(entry.current.problems).sort()).toEqual(['altitudeM', 'name', 'notes'])
  expect(entry.current.problems.notes).toBe('This cannot be read.')
  expect(entry.current.failure).toBeTruthy()
  expect(asked).toEqual([])
  expect(entry.current.busy).toBe(false)
})

test('what the server finds wrong stands at its field', async () => {
  answers = [problem(422, { fields: { name: 'There is a site of this name already.' } })]
  const entry = open()
  await save(entry, HOUSE)
  expect(entry.current.problems).toEqual({ name: 'There is a site of this name already.' })
  expect(onSaved).not.toHaveBeenCalled()
  answers = [ok()]
  await save(entry, { ...HOUSE, name: '9 Quarry Row' })
  expect(entry.current.problems).toEqual({})
})

test('the cursor goes to the first wrong field', async () => {
  const entry = open()
  for (const page of [
    '<input id="fine"><input id="wrong" aria-invalid="true">',
    '<input><p data-wrong=""><b>Serial</b><input id="wrong"></p>',
  ]) {
    document.body.innerHTML = page
    await save(entry, { ...HOUSE, name: '' })
    await waitFor(() => expect(document.activeElement?.id).toBe('wrong'))
  }
})

test('what has to be done first is done with what was read; where it fails, nothing is sent', async () => {
  const entry = open()
  prepare.mockResolvedValueOnce(null)
  await save(entry, { ...HOUSE, notes: ' Ring twice ' })
  expect(asked).toEqual([])
  expect(onSaved).not.toHaveBeenCalled()
  prepare.mockImplementationOnce((fields) => Promise.resolve({ ...fields, altitudeM: 412 }))
  await save(entry, { ...HOUSE, notes: 'Ring twice' })
  expect(asked).toMatchObject([{ body: { altitudeM: 412, notes: 'Ring twice' } }])
})

test('a form that says what it did at first has nothing to lose', async () => {
  const entry = open()
  expect(entry.current.dirty).toBe(false)
  await save(entry, { ...HOUSE, name: '' })
  expect(entry.current.dirty).toBe(true)
  await save(entry, HOUSE)
  expect(entry.current.dirty).toBe(false)
})

describe('somebody was faster', () => {
  test('what only they changed is taken over without a question, and said', async () => {
    answers = [stale({ ...HOUSE, altitudeM: 430 }, 4), ok()]
    const entry = open()
    await save(entry, { ...HOUSE, notes: 'Ring twice' })
    expect(asked[1]).toEqual({ method: 'PUT', body: { name: '7 Quarry Row', altitudeM: 430, notes: 'Ring twice' }, version: 4 })
    expect(onSaved).toHaveBeenCalledWith({ id: 's1', taken: ['altitudeM'] })
    expect(entry.current.clash).toBeNull()
  })

  test('what both changed is asked about; the choice is sent with their version', async () => {
    answers = [stale({ ...HOUSE, notes: 'Dog' }, 4), ok()]
    const entry = open()
    await save(entry, { ...HOUSE, notes: 'Ring twice', altitudeM: 420 })
    expect(entry.current.clash).toMatchObject({ version: 4, conflicts: [{ field: 'notes' }] })
    expect(onSaved).not.toHaveBeenCalled()
    await act(() => entry.current.settle({ ...HOUSE, notes: 'Dog; ring twice', altitudeM: 420 }))
    expect(asked[1]).toEqual({ method: 'PUT', body: { ...HOUSE, notes: 'Dog; ring twice', altitudeM: 420 }, version: 4 })
    expect(onSaved).toHaveBeenCalledTimes(1)
    expect(entry.current.clash).toBeNull()
  })

  test('and faster again: put together twice', async () => {
    answers = [stale({ ...HOUSE, altitudeM: 430 }, 4), stale({ ...HOUSE, altitudeM: 430, name: 'Quarry Row 7' }, 5), ok()]
    const entry = open()
    await save(entry, { ...HOUSE, notes: 'Ring twice' })
    expect(asked.map((a) => a.version)).toEqual([3, 4, 5])
    expect(asked[2]!.body).toEqual({ name: 'Quarry Row 7', altitudeM: 430, notes: 'Ring twice' })
    expect(onSaved).toHaveBeenCalledWith({ id: 's1', taken: ['altitudeM', 'name'] })
  })

  test('a clash put aside sends nothing; there is nothing to settle then', async () => {
    answers = [stale({ ...HOUSE, notes: 'Dog' }, 4)]
    const entry = open()
    await save(entry, { ...HOUSE, notes: 'Ring twice' })
    act(() => entry.current.dismissClash())
    await act(() => entry.current.settle(HOUSE))
    expect(asked).toHaveLength(1)
  })
})
