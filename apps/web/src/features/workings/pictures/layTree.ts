/** Where each pipe of a network is drawn: a row of its own for each branch, metres along. */
export interface Place {
  readonly id: string
  readonly row: number
  readonly fromRow: number | null
  readonly fromM: number
  readonly toM: number
}

/**
 * Lays a tree of pipes out: the first child goes on in its parent's row, each further one begins a row below. Pipes that hang on nothing are left out.
 *
 * @example
 * layTree([{ id: 'A', lengthM: 8 }, { id: 'B', from: 'A', lengthM: 9 }, { id: 'C', from: 'A', lengthM: 6 }])
 * // A and B in row 0, C in row 1; reach 17 m
 */
export function layTree(segments: readonly { readonly id: string; readonly from?: string; readonly lengthM: number }[]): {
  places: Place[]
  rows: number
  reach: number
} {
  const children = new Map<string | undefined, typeof segments>()
  for (const s of segments) children.set(s.from, [...(children.get(s.from) ?? []), s])
  const places: Place[] = []
  let rows = 0
  const seen = new Set<string>()
  const lay = (parent: Place | null, of: string | undefined) => {
    for (const [i, s] of (children.get(of) ?? []).entries()) {
      if (seen.has(s.id)) continue
      seen.add(s.id)
      const row = i === 0 && parent ? parent.row : rows++
      const fromM = parent?.toM ?? 0
      const place = { id: s.id, row, fromRow: parent?.row ?? null, fromM, toM: fromM + Math.max(s.lengthM, 0.01) }
      places.push(place)
      lay(place, s.id)
    }
  }
  lay(null, undefined)
  return { places, rows: Math.max(1, rows), reach: Math.max(0.01, ...places.map((p) => p.toM)) }
}
