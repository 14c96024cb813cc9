import type { Instance } from '../measure'
import { toSi } from '../units'
import type { Card } from './cardSchema'
import type { CardTable } from './cardParts'
import type { InstalledFacts, LimitKey } from './limits'

/** What a table says of one figure, SI: what is right, and from where on it is not. */
export interface TableBand {
  readonly min?: number | undefined
  readonly nominal: number
  readonly max?: number | undefined
  readonly source: CardTable['source']
}

interface Asked extends LimitKey {
  readonly instanceId?: Instance | null | undefined
}

const column = (table: CardTable, i: number) =>
  table.rows.map((row) => {
    const cell = row[i]
    const { quantity, unit } = table.columns[i]!
    return cell === null || cell === undefined ? null : toSi(cell, unit, quantity)
  })

/** A column's value at a place of the first one, straight between two rows; undefined outside the table or across an empty cell. */
function valueAt(
  table: CardTable,
  i: number,
  x: number,
  between: (a: number, b: number, part: number, xs: readonly [number, number]) => number,
) {
  const [xs, ys] = [column(table, 0), column(table, i)]
  for (let n = 0; n + 1 < xs.length; n++) {
    const [x0, x1, y0, y1] = [xs[n], xs[n + 1], ys[n], ys[n + 1]]
    if (x0 == null || x1 == null || y0 == null || y1 == null || x < Math.min(x0, x1) || x > Math.max(x0, x1)) continue
    return between(y0, y1, (x - x0) / (x1 - x0), [x0, x1])
  }
  return undefined
}
const straight = (a: number, b: number, part: number): number => a + (b - a) * part
/** A thermistor's resistance is straight in its logarithm over one over the temperature, far more than over the temperature. */
const logarithmic =
  (temperatureK: number) =>
  (a: number, b: number, _part: number, [t0, t1]: readonly [number, number]): number =>
    Math.exp(straight(Math.log(a), Math.log(b), (1 / temperatureK - 1 / t0) / (1 / t1 - 1 / t0)))

const USES = { 'pressure.chamberDifferential': 'differential', 'pressure.fanSuction': 'fan-suction' } as const

/** Where in a table of clean and strip an appliance stands: by its flue, by the output of the state, or by how many sections are lit. */
function standsAt(table: CardTable, card: Pick<Card, 'firingStates'>, key: Asked, facts: InstalledFacts): number | undefined {
  const state = card.firingStates.find((s) => s.id === key.firingStateId)
  switch (table.columns[0]!.quantity) {
    case 'length':
      return facts.flueLengthM
    case 'power':
      return state?.nominalInputW ?? undefined
    case 'ratio':
      return state?.sectionsOn.length
    default:
      return undefined
  }
}

/**
 * What the card's tables say of one figure: chamber differential and fan suction by flue length, output or lit sections, in the state that the table names (without one: at the
 * rates); a thermistor's resistance by the temperature that was measured beside it, within the table's tolerance. Undefined where no table of the appliance's
 * gas says anything, two do, or where it stands is not known.
 *
 * @param temperatureK measured at the sensor, together with its resistance.
 * @example
 * tableBand(larch28, { measurandId: 'pressure.chamberDifferential', stationId: 'chamber', firingStateId: 'max' }, { …, flueLengthM: 4 }) // { nominal: 160, max: 260, … }
 */
export function tableBand(
  card: Pick<Card, 'tables' | 'firingStates'>,
  key: Asked,
  facts: InstalledFacts,
  temperatureK?: number,
): TableBand | undefined {
  const fits = card.tables.filter((t) => t.when.gas === undefined || t.when.gas === facts.gas)
  if (key.measurandId === 'thermistor.resistance') {
    if (temperatureK === undefined) return undefined
    const own = fits.filter(
      (t) =>
        t.use === 'thermistor' &&
        t.tolerance !== null &&
        (t.sensors.length === 0 || (key.instanceId && t.sensors.includes(key.instanceId))),
    )
    const [table] = own
    if (!table || own.length > 1) return undefined
    const nominal = valueAt(table, 1, temperatureK, logarithmic(temperatureK))
    if (nominal === undefined) return undefined
    const part = table.tolerance ?? 0
    return { nominal, min: nominal * (1 - part), max: nominal * (1 + part), source: table.source }
  }
  const use = USES[key.measurandId as keyof typeof USES]
  if (!use) return undefined
  const rate = card.firingStates.find((s) => s.id === key.firingStateId)?.kind === 'rate'
  const top = card.firingStates.filter((s) => s.kind === 'rate').reduce((a, s) => Math.max(a, s.order), -Infinity)
  const own = fits.filter((t) => {
    if (t.use !== use || t.columns.length < 3) return false
    if (t.firingStateId !== null) return t.firingStateId === key.firingStateId
    // A table by flue length is of the highest rate, unless it says otherwise.
    return rate && (t.columns[0]!.quantity !== 'length' || card.firingStates.some((s) => s.id === key.firingStateId && s.order === top))
  })
  const [table] = own
  const x = table && standsAt(table, card, key, facts)
  if (!table || own.length > 1 || x === undefined) return undefined
  // The last two columns are clean and strip.
  const clean = valueAt(table, table.columns.length - 2, x, straight)
  const strip = valueAt(table, table.columns.length - 1, x, straight)
  if (clean === undefined || strip === undefined) return undefined
  return { nominal: clean, ...(strip > clean ? { max: strip } : { min: strip }), source: table.source }
}
