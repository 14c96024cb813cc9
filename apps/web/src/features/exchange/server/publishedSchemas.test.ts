import { FAULT_MAPS } from '@lucerna/core/faults'
import { FAULT_MAP_FILE, readFile } from '@lucerna/core/formats'
import { MAP_NAMES, SCHEMA_NAMES, schemaRoute } from './publishedSchemas'

const get = (name: string) => schemaRoute(new Request('http://localhost/'), { params: Promise.resolve({ name }) })

test('every fault map that ships can be fetched, and reads back as it is', async () => {
  expect(MAP_NAMES).toHaveLength(FAULT_MAPS.length)
  for (const [i, name] of MAP_NAMES.entries())
    expect(readFile([FAULT_MAP_FILE], await (await get(name)).text())).toMatchObject({ ok: true, document: FAULT_MAPS[i] })
})

test('every schema is one, and what is not published is said', async () => {
  for (const name of SCHEMA_NAMES) expect(await (await get(name)).json()).toHaveProperty('$schema')
  const wrong = await get('anything.json')
  expect(wrong.status).toBe(404)
  expect(await wrong.json()).toMatchObject({ detail: expect.stringContaining('fault-map-1.json') })
})
