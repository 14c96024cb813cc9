import { FAULT_MAPS } from '@lucerna/core/faults'
import { CARD_FILE, FAULT_MAP_FILE, PRACTICE_FILE, schemaOf, writeFile } from '@lucerna/core/formats'
import { commandSchema, lineSchema } from '@lucerna/core/live'
import { z } from 'zod'
import { PLACES_FILE } from '../placesFile'

const PUBLISHED: Readonly<Record<string, () => object>> = {
  'card-1.json': () => schemaOf(CARD_FILE),
  'practice-1.json': () => schemaOf(PRACTICE_FILE),
  'fault-map-1.json': () => schemaOf(FAULT_MAP_FILE),
  'places-1.json': () => schemaOf(PLACES_FILE),
  'instrument-line-1.json': () => z.toJSONSchema(lineSchema, { io: 'input' }),
  'instrument-command-1.json': () => z.toJSONSchema(commandSchema, { io: 'input' }),
}
export const SCHEMA_NAMES = Object.keys(PUBLISHED)

/** The fault maps that ship, as files of their format, by name. */
const MAPS: ReadonlyMap<string, () => string> = new Map(
  FAULT_MAPS.map((map) => [`fault-map.${map.id}.json`, () => writeFile(FAULT_MAP_FILE, map)]),
)
export const MAP_NAMES = [...MAPS.keys()]
const CACHED = { 'cache-control': 'public, max-age=3600' }

/** The JSON Schemas of the open formats, and the fault maps that ship; public, so that other programs can check what they write. */
export async function schemaRoute(_request: Request, context: { readonly params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await context.params
  const map = MAPS.get(name)
  if (map) return new Response(map(), { headers: { 'content-type': 'application/json', ...CACHED } })
  const schema = Object.hasOwn(PUBLISHED, name) ? PUBLISHED[name] : undefined
  if (!schema)
    return Response.json(
      { type: 'about:blank', title: 'not-found', status: 404, detail: `Published are ${SCHEMA_NAMES.join(', ')}.` },
      { status: 404 },
    )
  return Response.json(schema(), { headers: { 'content-type': 'application/schema+json', ...CACHED } })
}
