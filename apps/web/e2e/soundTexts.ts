/**
 * What a sound appliance shows, as somebody would type it: prints a map from the fields of the visit screen to texts.
 * Arguments: card id, practice id, gas, altitude in metres, job kind.
 */
import { type GasId } from '@lucerna/core/appliance'
import { MEASURANDS } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import { fromSi } from '@lucerna/core/units'
import { readingKey } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { soundValues } from '@lucerna/sim/technician'

const [cardId, practiceId, gas, altitude, job] = process.argv.slice(2)
const card = DEMO_CARDS.find((c) => c.id === cardId)!
const practice = SHIPPED_PRACTICES.find((p) => p.id === practiceId)!
const facts = { gas: gas as GasId, altitudeM: Number(altitude) }
const valueOf = soundValues(card, facts, practice)
const texts = unwrap(runSheet(job!, card, practice, facts)).flatMap((step) =>
  step.needs.map((need) => {
    const { quantity, [practice.units]: shown } = MEASURANDS[need.measurandId]
    const text = fromSi(valueOf(need), shown.unit, quantity).toFixed(shown.digits + 2)
    return [`need-${readingKey(need).replace(/[^a-z0-9]/gi, '-')}`, `${text} ${shown.unit === '1' ? '' : shown.unit}`.trim()]
  }),
)
process.stdout.write(`${JSON.stringify(Object.fromEntries(texts))}\n`)
