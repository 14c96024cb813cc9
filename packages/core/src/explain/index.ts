import type { Quantity } from '../units'

/** A figure in a formula, SI, with its quantity so that it can be written in anybody's unit. */
export interface Term {
  readonly symbol: string
  readonly valueSi: number
  readonly quantity: Quantity
}

/** One line of an explanation: a formula whose symbols stand in `terms`, and what comes out. */
export interface FormulaLine {
  readonly formula: string
  readonly terms: readonly Term[]
  readonly result: Term
  readonly source: string
}

/** How a figure came about: its formula with the numbers in it, and what to know about it as codes of the message files. */
export interface Explanation {
  readonly line: FormulaLine
  readonly notes: readonly string[]
}

/** `term('p', 2000, 'pressure')` */
export const term = (symbol: string, valueSi: number, quantity: Quantity = 'ratio'): Term => ({ symbol, valueSi, quantity })

/** `line('Q = V / t', [...], term('Q', …), 'ideal gas law')` */
export const line = (formula: string, terms: readonly Term[], result: Term, source: string): FormulaLine => ({
  formula,
  terms,
  result,
  source,
})
