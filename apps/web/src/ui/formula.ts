import type { FormulaLine } from '@lucerna/core/explain'
import type { Units } from './figures'
import { termText } from './terms'

/** A piece of a formula: plain text, or a symbol with its subscript. */
export interface Piece {
  readonly text: string
  readonly sub?: string
}

const SUBSCRIPTED = /([\p{L}Δ][\p{L}\d]*)_([\p{L}\d]+)/u

/** Splits a formula into text and symbols with subscripts: `p_meter − p` → p with "meter" below, " − p". */
export function pieces(formula: string): Piece[] {
  const found: Piece[] = []
  let rest = formula
  for (let match = SUBSCRIPTED.exec(rest); match; match = SUBSCRIPTED.exec(rest)) {
    if (match.index > 0) found.push({ text: rest.slice(0, match.index) })
    found.push({ text: match[1] ?? '', sub: match[2] ?? '' })
    rest = rest.slice(match.index + match[0].length)
  }
  if (rest) found.push({ text: rest })
  return found
}

const escaped = (symbol: string): string => symbol.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/**
 * The right side of a formula with one's own numbers in place of its symbols, longest symbols first so that p1 is not taken for p.
 *
 * @example
 * withNumbers({ formula: 'P2 = P1·√(p2/p1)', … }, 'metric') // '20 kW·√(11 mbar/10 mbar)'
 */
export function withNumbers(line: Pick<FormulaLine, 'formula' | 'terms'>, units: Units): string {
  const right = line.formula.slice(line.formula.indexOf('=') + 1).trim()
  const symbols = [...line.terms].sort((a, b) => b.symbol.length - a.symbol.length)
  if (symbols.length === 0) return right
  const pattern = new RegExp(`(?<![\\p{L}_])(${symbols.map((s) => escaped(s.symbol)).join('|')})(?![\\p{L}\\d_])`, 'gu')
  return right.replace(pattern, (symbol) => {
    const found = symbols.find((s) => s.symbol === symbol)
    return found ? termText(found, units) : symbol
  })
}
