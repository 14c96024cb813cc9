export { formatNumber, formatSi, formatSignificant, formatSpanSi, type Shown } from './format'
export { parseQuantity, type ParsedQuantity } from './parse'
export { fromSi, type Quantity, QUANTITIES, spanFromSi, toSi, type Unit, type UnitOf, unitsOf } from './units'
