import { firstInput, workingById, WORKINGS } from '@lucerna/core/workings'
import type { Actor } from '@/server/actor'
import type { ApiProblem } from '@/server/problem'
import { sql } from 'drizzle-orm'
import { actorNamed, closeAll, newVisit, ownerDb, post, started } from '@/test/world'
import { computeWorking } from './compute'
import { describeWorkings } from './describe'
import { lastInput, recentWorkings, remember } from './memory'
import { openApiDocument } from '@/app/api/openApi'
import { knownOf, openVisitFor, practiceOfFirm } from './start'

let maren: Actor
let tobias: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, tobias, ruben] = (await Promise.all(['Maren Ostby', 'Tobias Achterberg', 'Ruben Calder'].map(actorNamed))) as [
    Actor,
    Actor,
    Actor,
  ]
})
afterAll(closeAll)

const refused = (work: () => unknown): ApiProblem => {
  try {
    work()
  } catch (error) {
    return error as ApiProblem
  }
  throw new Error('accepted')
}

describe('computing for machines', () => {
  test.each(WORKINGS.map((w) => [w.id, w] as const))(
    '%s answers with result, uncertainty, working and warnings, all finite',
    (id, working) => {
      const answer = computeWorking(id, { input: firstInput(working, 'metric') })
      expect(Object.keys(answer.result).sort()).toEqual(Object.keys(working.outputs).sort())
      expect(JSON.parse(JSON.stringify(answer))).toEqual(answer)
      for (const w of answer.warnings) expect(w.message).not.toMatch(/^calc-/)
    },
  )
  test('a supplied doubt counts, none means none', () => {
    const input = firstInput(workingById('flue-gas')!, 'metric')
    const wide = computeWorking('flue-gas', { input, uncertainty: { o2Dry: 0.01 } })
    const usual = computeWorking('flue-gas', { input })
    expect(wide.uncertainty.lambda).toBeGreaterThan(usual.uncertainty.lambda!)
    expect(computeWorking('flue-gas', { input, uncertainty: {} }).uncertainty).toEqual({})
  })
  test.each([
    ['flue-gas', { o2Dry: 0.25 }, 'input.o2Dry', /0 mol\/mol to 0\.209 mol\/mol/],
    ['flue-gas', { flueTemperatureK: 280 }, 'input.flueTemperatureK', /colder than the air/],
    ['gas-rate', { seconds: 0 }, 'input.seconds', /0\.5 s to 7200 s/],
    ['gas-rate', { seconds: 'x' }, 'input.seconds', /wrong type/],
    ['gas-rate', { nonsense: 1 }, 'input.nonsense', /Unknown input: nonsense/],
    ['gas', { gas: { methane: 0.5 } }, 'input.gas', /adds up to 0\.5/],
    [
      'pipe-network',
      { segments: [{ id: 'A', from: 'A', material: 'copper', size: 'cu-22', lengthM: 1, loadM3PerS: 1e-4 }] },
      'input.segments.0.from',
      /loop/,
    ],
    [
      'pipe-network',
      { segments: [{ id: 'A', material: 'copper', size: 'cu-22', lengthM: 99_999, loadM3PerS: 1e-4 }] },
      'input.segments.0.lengthM',
      /0 m to 2000 m/,
    ],
  ])('%s %j: 422 names the field and what is allowed', (id, more, path, message) => {
    const problem = refused(() => computeWorking(id, { input: { ...firstInput(workingById(id)!, 'metric'), ...more } }))
    expect(problem).toMatchObject({ status: 422, code: 'invalid-input' })
    expect(problem.errors[0]).toMatchObject({ path, message: expect.stringMatching(message) as string })
  })
  test.each([null, [], 'x', {}, { input: 1 }, { input: {}, more: 1 }, { input: {}, uncertainty: { o2Dry: -1 } }])(
    '%j is no request',
    (body) => {
      expect(refused(() => computeWorking('gas-rate', body))).toMatchObject({ status: 422 })
    },
  )
  test('an unknown working is not found', () => {
    expect(refused(() => computeWorking('perpetual-motion', { input: {} }))).toMatchObject({ status: 404 })
  })
})

describe('the published descriptions', () => {
  test('every working with JSON Schemas: SI keys, title, description with unit and range', () => {
    const all = describeWorkings()
    expect(all).toHaveLength(WORKINGS.length)
    const rate = all.find((w) => w.id === 'gas-rate')!
    expect(rate.input).toMatchObject({
      type: 'object',
      additionalProperties: false,
      properties: { seconds: { type: 'number', minimum: 0.5, maximum: 7200, title: 'Time', description: 'In s. From 0.5 to 7200.' } },
    })
    expect((rate.input as { required: string[] }).required).toEqual(expect.arrayContaining(['gas', 'volumeM3', 'seconds', 'index']))
    expect(rate.output).toMatchObject({ properties: { heatInputGrossW: { title: 'Heat input, gross', description: 'In W.' } } })
    expect(describeWorkings()).toBe(all)
  })
  test('OpenAPI 3.1 of the whole API, from the descriptions that check it', async () => {
    const doc = await openApiDocument()
    expect(doc.openapi).toBe('3.1.0')
    const paths = Object.keys(doc.paths ?? {})
    for (const path of [
      '/api/v1/visits',
      '/api/v1/visits/{id}',
      '/api/v1/visits/{id}/events',
      '/api/v1/workings',
      '/api/v1/workings/gas-rate',
      '/api/health',
    ])
      expect(paths).toContain(path)
    expect(paths.filter((p) => p.startsWith('/api/v1/workings/'))).toHaveLength(WORKINGS.length + 1)
    const text = JSON.stringify(doc)
    expect(text).not.toMatch(/"\$ref":"#\/\$defs/)
    for (const ref of new Set([...text.matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)].map((m) => m[1])))
      expect(Object.keys(doc.components?.schemas ?? {})).toContain(ref)
  })
})

describe('what each person typed last', () => {
  const input = { ...firstInput(workingById('orifice')!, 'metric'), pressureDropPa: 1234 }
  test('stands there the next time, for that person only', async () => {
    await remember(tobias, 'orifice', input, '2026-06-01T10:00:00.000Z')
    await remember(tobias, 'orifice', { ...input, pressureDropPa: 2345 }, '2099-06-01T10:01:00.000Z')
    expect(await lastInput(tobias, 'orifice')).toMatchObject({ pressureDropPa: 2345 })
    expect(await lastInput(maren, 'orifice')).toBeNull()
    expect(await lastInput(ruben, 'orifice')).toBeNull()
    expect((await recentWorkings(tobias, 3))[0]).toBe('orifice')
    await ownerDb.execute(sql`delete from working_memory where working_id = 'orifice'`)
  })
  test('only good input of a known working is kept', async () => {
    await expect(remember(tobias, 'orifice', { nonsense: 1 }, '2026-06-01T10:00:00.000Z')).rejects.toMatchObject({ status: 422 })
    await expect(remember(tobias, 'nothing', {}, '2026-06-01T10:00:00.000Z')).rejects.toMatchObject({ status: 404 })
  })
})

describe('where a calculation may begin', () => {
  test('the firm’s school', async () => {
    expect((await practiceOfFirm(maren))?.units).toBe('metric')
    expect((await practiceOfFirm(ruben))?.units).toBe('imperial')
  })
  test('an appliance: gas, plate, barometer of its altitude; another firm’s is not there', async () => {
    const [own] = await ownerDb.execute<{ id: string }>(sql`select id from appliance where firm_id = ${maren.firmId} limit 1`)
    const known = await knownOf(maren, own!.id)
    expect(known?.inputs).toMatchObject({ gas: expect.any(String) as string, plateBasis: 'net' })
    expect(known?.inputs.barometerPa).toBeGreaterThan(80_000)
    expect(await knownOf(ruben, own!.id)).toBeNull()
  })
  test('an open visit only of one’s own, with the pinned card’s firing states', async () => {
    const { visitId, applianceId } = await newVisit(maren, '7 Quarry Row')
    await post(maren, visitId, [started(visitId, applianceId)])
    const open = await openVisitFor(maren)
    expect(open?.appliances[0]?.states.map((s) => s.kind)).toEqual(expect.arrayContaining(['standing', 'rate']))
    const [row] = await ownerDb.execute<{ status: string; assigned_to: string; firm_id: string }>(
      sql`select status, assigned_to, firm_id from visit where id = ${open!.id}`,
    )
    expect(row).toEqual({ status: 'open', assigned_to: maren.userId, firm_id: maren.firmId })
    expect((await openVisitFor(tobias))?.id).not.toBe(open!.id)
    expect((await openVisitFor(ruben))?.id).not.toBe(open!.id)
  })
})
