import { toSi } from '../../units'
import { ratesOf } from '../card'
import type { Card } from '../cardSchema'
import { type CardFinding, type CardRule, finding } from './finding'
import { hasLimit } from './limits'

type Kind = Card['burnerKind']

const FAN_KINDS: readonly Kind[] = [
  'induced-draught',
  'modulating-furnace',
  'premix-pneumatic',
  'premix-adapted',
  'multi-valve',
  'forced-draught',
]
const MANIFOLD_KINDS: readonly Kind[] = ['atmospheric', 'induced-draught', 'modulating-furnace', 'multi-valve']
const MIXTURE_KINDS: readonly Kind[] = ['premix-pneumatic', 'premix-adapted', 'multi-valve', 'forced-draught']
/** Rates that each kind has at least: a modulating burner without a minimum cannot be set. */
const RATES_AT_LEAST: Readonly<Record<Kind, number>> = {
  atmospheric: 1,
  'induced-draught': 1,
  'modulating-furnace': 2,
  'premix-pneumatic': 2,
  'premix-adapted': 2,
  'multi-valve': 2,
  'forced-draught': 3,
}

/** Limits that the burner kind cannot be set without, for every gas and rate. */
export const neededLimits: CardRule = (card) =>
  card.ratings.flatMap(({ gas }) => {
    const missing = (measurand: string, state: string, also: Record<string, string> = {}) =>
      finding('limit-missing', ['limits'], { gas, measurand, state, ...also })
    const found: CardFinding[] = []
    const rates = ratesOf(card)
    const top = rates[0]
    if (top && !hasLimit(card, gas, { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: top.id }))
      found.push(missing('pressure.working', top.id))
    for (const rate of rates) {
      const manifold = (sectionId?: string) =>
        hasLimit(card, gas, { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: rate.id, sectionId })
      if (MANIFOLD_KINDS.includes(card.burnerKind)) {
        const sections = card.burnerKind === 'multi-valve' ? rate.sectionsOn : [undefined]
        for (const section of sections)
          if (!manifold(section)) found.push(missing('pressure.manifold', rate.id, section === undefined ? {} : { section }))
      }
      const mixture = (measurandId: 'co2.flue' | 'o2.flue') =>
        hasLimit(card, gas, { measurandId, stationId: 'flue', firingStateId: rate.id })
      if (MIXTURE_KINDS.includes(card.burnerKind) && !mixture('co2.flue') && !mixture('o2.flue')) found.push(missing('co2.flue', rate.id))
    }
    // Maximum, minimum and ignition are three full firing states of an electronically adapted valve.
    if (card.burnerKind === 'premix-adapted')
      for (const state of card.firingStates.filter((s) => s.kind === 'ignition'))
        if (!hasLimit(card, gas, { measurandId: 'co2.flue', stationId: 'flue', firingStateId: state.id }))
          found.push(missing('co2.flue', state.id))
    return found
  })

export const enoughRates: CardRule = (card) => {
  const rates = ratesOf(card)
  const found: CardFinding[] = []
  if (rates.length === 0) return [finding('rate-missing', ['firingStates'])]
  if (rates.length < RATES_AT_LEAST[card.burnerKind])
    found.push(
      finding('rates-too-few', ['firingStates'], { kind: card.burnerKind, least: RATES_AT_LEAST[card.burnerKind], has: rates.length }),
    )
  if (card.burnerKind === 'premix-adapted' && !card.firingStates.some((s) => s.kind === 'ignition'))
    found.push(finding('rates-too-few', ['firingStates'], { kind: card.burnerKind, least: 3, has: rates.length }))
  if (card.burnerKind === 'multi-valve' && card.sections.length < 2)
    found.push(finding('sections-too-few', ['sections'], { has: card.sections.length }))
  return found
}

/** What a burner kind is by its nature: a card that says otherwise is wrong, or of another kind. */
export const traitsFit: CardRule = (card) => {
  const { traits } = card
  if (!traits) return [finding('traits-missing', ['traits'])]
  const found: CardFinding[] = []
  const odd = (trait: string, value: string) =>
    found.push(finding('traits-odd', ['traits', trait], { kind: card.burnerKind, trait, value }))
  const premix = card.burnerKind === 'premix-pneumatic'
  if (premix && traits.ratioControl !== 'zero-governor') odd('ratioControl', traits.ratioControl)
  if (card.burnerKind === 'premix-adapted' && traits.ratioControl !== 'electronic') odd('ratioControl', traits.ratioControl)
  if (MANIFOLD_KINDS.includes(card.burnerKind) && traits.ratioControl !== 'none') odd('ratioControl', traits.ratioControl)
  if (card.burnerKind === 'forced-draught' && traits.ratioControl === 'none') odd('ratioControl', traits.ratioControl)
  if ((traits.pilot === 'standing' || traits.pilot === 'intermittent') !== (traits.pilotSensor !== null))
    odd('pilotSensor', traits.pilotSensor ?? 'none')
  if (traits.power === 'millivolt' && traits.pilot !== 'standing') odd('pilot', traits.pilot)
  if (traits.power === 'millivolt' && FAN_KINDS.includes(card.burnerKind)) odd('power', traits.power)
  const medium = {
    furnace: 'air',
    'steam-boiler': 'steam',
    'water-heater': 'stored-water',
    boiler: 'water',
    'combination-boiler': 'water',
  } as const
  if (traits.medium !== medium[card.applianceType]) odd('medium', traits.medium)
  return found
}

/** A pneumatic ratio valve's outlet is diagnosis, never a set-point. */
export const zeroGovernor: CardRule = (card) =>
  card.traits?.ratioControl !== 'zero-governor'
    ? []
    : card.limits.flatMap((l, i) =>
        l.measurandId === 'pressure.manifold' || l.measurandId === 'pressure.valveOutlet'
          ? [finding('limit-zero-governor', ['limits', i], { measurand: l.measurandId })]
          : [],
      )

export const timingFits: CardRule = (card) => {
  if (!card.timing) return [finding('timing-missing', ['timing'])]
  const purge = card.timing.prePurgeS
  const least = card.burnerKind === 'forced-draught' ? 20 : FAN_KINDS.includes(card.burnerKind) ? 2 : 0
  return (purge ?? 0) < least ? [finding('purge-short', ['timing', 'prePurgeS'], { least, value: purge ?? 0 })] : []
}

/** Safeties that the trade expects on a kind; found absent on the appliance they are a finding there, missing on the card an error here. */
export const expectedSafeties: CardRule = (card) => {
  const said = card.safeties.map((s) => `${s.id} ${s.label}`.toLowerCase())
  const has = (...words: string[]) => said.some((s) => words.some((w) => s.includes(w)))
  const wanted: [string, boolean][] = [
    ['flame', card.traits?.pilotSensor !== 'unsupervised' && !has('flame', 'ionisation', 'thermocouple', 'generator', 'scanner')],
    ['air-proving', FAN_KINDS.includes(card.burnerKind) && !card.burnerKind.startsWith('premix') && !has('air')],
    ['high-limit', card.applianceType !== 'steam-boiler' && !has('limit', 'overheat', 'cut-off', 'cut-out', 'energy')],
    ['low-water', card.applianceType === 'steam-boiler' && !has('low-water', 'low water')],
    ['steam-pressure', card.applianceType === 'steam-boiler' && !has('steam pressure', 'pressure control')],
    ['relief', (card.applianceType === 'steam-boiler' || card.applianceType === 'water-heater') && !has('relief')],
    ['roll-out', card.applianceType === 'furnace' && !has('roll-out', 'rollout')],
    ['valve-proving', card.burnerKind === 'forced-draught' && !has('proving')],
    ['gas-pressure', card.burnerKind === 'forced-draught' && !has('gas pressure', 'low gas', 'high gas')],
  ]
  return wanted.flatMap(([safety, missing]) =>
    missing ? [finding('safety-missing', ['safeties'], { safety, kind: card.burnerKind })] : [],
  )
}

const FITTING: Readonly<Record<Kind, readonly Card['adjusters'][number]['function'][]>> = {
  atmospheric: ['governor', 'air-shutter'],
  'induced-draught': ['governor', 'air-shutter'],
  'modulating-furnace': ['click', 'governor'],
  'premix-pneumatic': ['throttle', 'offset', 'menu'],
  'premix-adapted': ['menu', 'calibration'],
  'multi-valve': ['governor', 'air-shutter'],
  'forced-draught': ['governor', 'throttle', 'offset', 'cam', 'menu', 'air-shutter'],
}

export const adjustersFit: CardRule = (card) => {
  const states = new Map(card.firingStates.map((s) => [s.id, s]))
  const sections = new Set(card.sections.map((s) => s.id))
  if (card.adjusters.length === 0) return [finding('adjuster-none', ['adjusters'])]
  return card.adjusters.flatMap((a, i): CardFinding[] => [
    ...(FITTING[card.burnerKind].includes(a.function)
      ? []
      : [finding('adjuster-kind', ['adjusters', i], { adjuster: a.label, function: a.function, kind: card.burnerKind })]),
    ...a.actsAt.flatMap((s) => {
      const kind = states.get(s)?.kind
      return kind === 'rate' || kind === 'ignition' || kind === 'pilot'
        ? []
        : [finding('adjuster-state', ['adjusters', i, 'actsAt'], { adjuster: a.label, state: s })]
    }),
    ...(a.sectionId !== null && !sections.has(a.sectionId)
      ? [finding('section-unknown', ['adjusters', i, 'sectionId'], { section: a.sectionId })]
      : []),
    ...(a.clockwise === 'unknown' && a.function !== 'menu' && a.function !== 'calibration'
      ? [finding('adjuster-direction', ['adjusters', i, 'clockwise'], { adjuster: a.label })]
      : []),
    ...(a.typicalEffect && !likelyEffect(card, a.typicalEffect)
      ? [finding('adjuster-effect', ['adjusters', i, 'typicalEffect'], { adjuster: a.label })]
      : []),
  ])
}

/** One turn, click or millimetre does less than everything and more than nothing: a slip of the unit, or of turns and eighths, is more than that. */
function likelyEffect(
  { limits }: Card,
  { measurandId, change, unit, per }: NonNullable<Card['adjusters'][number]['typicalEffect']>,
): boolean {
  if (measurandId !== 'pressure.manifold') {
    const perUnit = toSi(change, unit, 'fraction') / per
    return perUnit >= 5e-5 && perUnit <= 0.06
  }
  const perUnit = toSi(change, unit, 'pressure') / per
  const highest = Math.max(...limits.flatMap((l) => (l.measurandId === 'pressure.manifold' ? (l.max ?? l.nominal ?? []) : [])))
  return perUnit >= 1 && (highest < 0 || perUnit <= highest)
}

/** A table or test point without which the kind cannot be judged. */
export const neededRows: CardRule = (card) => {
  const found: CardFinding[] = []
  if (card.burnerKind === 'forced-draught' && !card.tables.some((x) => x.use === 'load-points'))
    found.push(finding('table-missing', ['tables'], { use: 'load-points' }))
  if (!card.testPoints.some((p) => p.stationId === 'inlet')) found.push(finding('test-point-missing', ['testPoints'], { station: 'inlet' }))
  if (MANIFOLD_KINDS.includes(card.burnerKind) && !card.testPoints.some((p) => p.stationId === 'burner'))
    found.push(finding('test-point-missing', ['testPoints'], { station: 'burner' }))
  if (card.burnerKind.startsWith('premix') && !card.serviceList.some((s) => s.renewAlways))
    found.push(finding('service-seals', ['serviceList']))
  return found
}
