/** One place where two versions of a document differ. */
export interface Difference {
  /** From the outside in; rows with an id are named by it, so that a moved row is no difference. */
  readonly path: readonly string[]
  readonly kind: 'added' | 'removed' | 'changed'
  readonly before: unknown
  readonly after: unknown
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What makes a row of a list the same row in another version. */
function rowKey(row: unknown, index: number): string {
  if (!isObject(row)) return String(index)
  if (typeof row.measurandId === 'string' && 'when' in row)
    return [row.measurandId, row.firingStateId, row.sectionId, JSON.stringify(row.when) === '[]' ? '' : JSON.stringify(row.when)]
      .filter(Boolean)
      .join(' ')
  for (const key of ['id', 'gas', 'code', 'class', 'part', 'measurandId', 'applies', 'action'])
    if (typeof row[key] === 'string') return row[key]
  return String(index)
}

/**
 * The rows of a list by what makes each the same row in another version: the names that {@link differences} uses. A name that is there again is
 * numbered.
 *
 * @example
 * [...rowsByKey([{ id: 'a' }, { id: 'b' }]).keys()] // ['a', 'b']
 */
export function rowsByKey(rows: readonly unknown[]): Map<string, unknown> {
  const map = new Map<string, unknown>()
  rows.forEach((row, i) => {
    const key = rowKey(row, i)
    let free = key
    for (let n = 2; map.has(free); n++) free = `${key} (${n})`
    map.set(free, row)
  })
  return map
}

const SIMPLE_ROWS = (rows: readonly unknown[]) => rows.every((r) => !isObject(r))

/**
 * Where two versions of a card or profile differ, row by row and field by field, in the order of the newer one.
 *
 * @example
 * differences({ limits: [] }, { limits: [], probe: 'Elbow' }) // [{ path: ['probe'], kind: 'added', before: undefined, after: 'Elbow' }]
 */
export function differences(before: unknown, after: unknown, path: readonly string[] = []): Difference[] {
  if (Object.is(before, after)) return []
  if (before === undefined) return [{ path, kind: 'added', before, after }]
  if (after === undefined) return [{ path, kind: 'removed', before, after }]
  if (Array.isArray(before) && Array.isArray(after)) {
    if (SIMPLE_ROWS(before) && SIMPLE_ROWS(after))
      return JSON.stringify(before) === JSON.stringify(after) ? [] : [{ path, kind: 'changed', before, after }]
    return between(rowsByKey(before), rowsByKey(after), path)
  }
  if (isObject(before) && isObject(after)) return between(new Map(Object.entries(before)), new Map(Object.entries(after)), path)
  return [{ path, kind: 'changed', before, after }]
}

function between(before: ReadonlyMap<string, unknown>, after: ReadonlyMap<string, unknown>, path: readonly string[]): Difference[] {
  const keys = [...after.keys(), ...[...before.keys()].filter((k) => !after.has(k))]
  return keys.flatMap((key) => differences(before.get(key), after.get(key), [...path, key]))
}
