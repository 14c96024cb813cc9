/** What a browser has and the test's stand-in lacks. Imported first by tests of what runs in one. */
import { deserialize, serialize } from 'node:v8'
import 'fake-indexeddb/auto'

globalThis.structuredClone ??= (value) => deserialize(serialize(value)) as typeof value
