import { MEASURANDS } from '../../measure'
import { presetGas } from '../../gas'
import { ratesOf } from '../card'
import type { Card } from '../cardSchema'
import { type CardFinding, type CardRule, finding } from './finding'

/** Ids that are there twice in one list. */
export const twice: CardRule = (card) =>
  (['firingStates', 'sections', 'adjusters', 'tables', 'safeties', 'serviceList', 'ownSteps'] as const).flatMap((list) => {
    const rows: readonly { id: string }[] = card[list]
    return rows.flatMap(({ id }, i) => (rows.findIndex((r) => r.id === id) < i ? [finding('id-twice', [list, i, 'id'], { id })] : []))
  })

/** Net over gross of a rating may be off by the maker's rounding, no more. */
const NET_GROSS_TOLERANCE = 0.01

export const ratings: CardRule = (card) =>
  card.ratings.flatMap((r, i): CardFinding[] => {
    const path = ['ratings', i]
    const found: CardFinding[] = []
    if (r.inputMinNetW > r.inputMaxNetW || r.inputMinGrossW > r.inputMaxGrossW) found.push(finding('rating-order', path, { gas: r.gas }))
    const ratio = presetGas(r.gas).grossToNet
    for (const [net, gross] of [
      [r.inputMaxNetW, r.inputMaxGrossW],
      [r.inputMinNetW, r.inputMinGrossW],
    ] as const)
      if (Math.abs(gross / net / ratio - 1) > NET_GROSS_TOLERANCE) {
        found.push(finding('rating-net-gross', path, { gas: r.gas, has: gross / net, should: ratio }))
        break
      }
    if (!card.supply.some((s) => s.gas === r.gas)) found.push(finding('rating-supply-missing', path, { gas: r.gas }))
    return found
  })

/** No rate's nominal input outside every rating. */
export const ratesInRatings: CardRule = (card) =>
  ratesOf(card).flatMap((state): CardFinding[] => {
    const { nominalInputW: w, basis } = state
    if (w === null || basis === null)
      return [finding('rating-rate', ['firingStates', card.firingStates.indexOf(state)], { state: state.label })]
    const most = Math.max(...card.ratings.map((r) => (basis === 'net' ? r.inputMaxNetW : r.inputMaxGrossW)))
    const least = Math.min(...card.ratings.map((r) => (basis === 'net' ? r.inputMinNetW : r.inputMinGrossW)))
    return w > most * 1.001 || w < least * 0.999
      ? [finding('rating-rate', ['firingStates', card.firingStates.indexOf(state)], { state: state.label })]
      : []
  })

export const states: CardRule = (card) => {
  const sections = new Set(card.sections.map((s) => s.id))
  const wanted = new Set(card.limits.map((l) => l.firingStateId))
  const ordered = [...ratesOf(card)].reverse().filter((s) => s.nominalInputW !== null)
  return card.firingStates.flatMap((s, i): CardFinding[] => {
    const found: CardFinding[] = []
    const forced = s.kind === 'rate' || ((s.kind === 'ignition' || s.kind === 'pilot') && wanted.has(s.id))
    if (forced && s.howToForce === null) found.push(finding('state-not-forced', ['firingStates', i], { state: s.label }))
    if (forced && s.howToForce !== null && s.howToReturn === null)
      found.push(finding('state-no-way-back', ['firingStates', i], { state: s.label }))
    for (const section of s.sectionsOn)
      if (!sections.has(section)) found.push(finding('section-unknown', ['firingStates', i, 'sectionsOn'], { section }))
    const at = ordered.indexOf(s)
    if (at > 0 && (ordered[at - 1]!.nominalInputW ?? 0) > (s.nominalInputW ?? 0))
      found.push(finding('state-order', ['firingStates', i], { state: s.label }))
    return found
  })
}

export const limitSections: CardRule = (card) => {
  const sections = new Set(card.sections.map((s) => s.id))
  return card.limits.flatMap((l, i) =>
    l.sectionId !== undefined && !sections.has(l.sectionId)
      ? [finding('section-unknown', ['limits', i, 'sectionId'], { section: l.sectionId })]
      : [],
  )
}

const strictly = (values: readonly (number | null)[], way: 1 | -1): boolean => {
  const known = values.filter((v) => v !== null)
  return known.every((v, i) => i === 0 || (v - known[i - 1]!) * way > 0)
}

/** Tables: the first column rises; a thermistor's ohms fall or rise throughout; dirty is worse than clean. */
export const tables: CardRule = (card) =>
  card.tables.flatMap((table, i): CardFinding[] => {
    const path = ['tables', i]
    const column = (n: number) => table.rows.map((r) => r[n] ?? null)
    const found: CardFinding[] = []
    if (!strictly(column(0), 1)) found.push(finding('table-order', path, { table: table.title, column: table.columns[0]!.label }))
    if (table.use === 'thermistor') {
      if (table.columns[0]!.quantity !== 'temperature' || table.columns[1]!.quantity !== 'resistance')
        found.push(finding('table-unit', path, { table: table.title }))
      if (!strictly(column(1), -1) && !strictly(column(1), 1))
        found.push(finding('table-order', path, { table: table.title, column: table.columns[1]!.label }))
    }
    if (table.use === 'differential' || table.use === 'fan-suction') {
      if (table.columns.slice(1).some((c) => c.quantity !== 'pressure')) found.push(finding('table-unit', path, { table: table.title }))
      // The last two columns are clean and strip. A differential rises as the exchanger clogs; suction ahead of the fan may do either.
      const [clean, strip] = [table.columns.length - 2, table.columns.length - 1]
      const pairs = table.rows.flatMap((r) =>
        table.columns.length > 2 && r[clean] != null && r[strip] != null ? [r[strip] - r[clean]] : [],
      )
      const wrong =
        table.use === 'differential' ? pairs.some((d) => d <= 0) : pairs.some((d) => d === 0 || Math.sign(d) !== Math.sign(pairs[0]!))
      if (wrong) found.push(finding('table-clean-dirty', path, { table: table.title }))
    }
    if (table.use === 'load-points' && table.rows.length < 3)
      found.push(finding('table-order', path, { table: table.title, column: table.columns[0]!.label }))
    return found
  })

export const ownSteps: CardRule = (card) => {
  const ids = new Set(card.firingStates.map((s) => s.id))
  return card.ownSteps.flatMap((step, i): CardFinding[] => {
    const path = ['ownSteps', i]
    const found: CardFinding[] = []
    if (step.firingStateId !== null && !ids.has(step.firingStateId))
      found.push(finding('own-step-state', path, { step: step.label, state: step.firingStateId }))
    step.needs.forEach((need, j) => {
      // "Is it loose?" answered Yes reads as sound: each answer says what it means.
      if (need.kind === 'observation' && [need.good, need.bad].some((a) => /^(yes|no|ja|nein|oui|non)\b/i.test(a.trim())))
        found.push(finding('own-step-yes-no', [...path, 'needs', j], { step: step.label, question: need.question }))
      if (need.kind !== 'reading') return
      if (!ids.has(need.firingStateId))
        found.push(finding('own-step-state', [...path, 'needs', j], { step: step.label, state: need.firingStateId }))
      if (!MEASURANDS[need.measurandId].stations.includes(need.stationId))
        found.push(
          finding('own-step-station', [...path, 'needs', j], { step: step.label, measurand: need.measurandId, station: need.stationId }),
        )
    })
    // A safety that the maker asks to prove is never skipped by a reason.
    if (step.stage === 'safeties' && step.overridable && step.needs.some((n) => n.kind === 'proof'))
      found.push(finding('own-step-override', path, { step: step.label }))
    return found
  })
}

const GAP = /^\d+([.,]\d+)?( ?([–-]|±) ?\d+([.,]\d+)?)? mm$/

export const serviceRows: CardRule = (card) => [
  ...card.serviceList.flatMap((s, i) =>
    s.gap !== null && !GAP.test(s.gap) ? [finding('gap-unreadable', ['serviceList', i, 'gap'], { item: s.label, gap: s.gap })] : [],
  ),
  ...card.safeties.flatMap((s, i) => (s.proveBy === null ? [finding('safety-no-proof', ['safeties', i], { safety: s.label })] : [])),
]

/** Values without their document and page. */
export const sources: CardRule = (card) => {
  const without = (list: string, rows: readonly { source: Card['probeSource'] }[]) =>
    rows.flatMap((r, i) => (r.source === null ? [finding('source-missing', [list, i], { list })] : []))
  return [
    ...without('testPoints', card.testPoints),
    ...without('safeties', card.safeties),
    ...without('serviceList', card.serviceList),
    ...(card.probeSource === null ? [finding('source-missing', ['probeSource'], { list: 'probe' })] : []),
  ]
}
