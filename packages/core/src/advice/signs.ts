import type { MeasurandId, Station } from '../measure'
import type { Practice } from '../practice'
import { type ApplianceState, bandFor, type JudgedReading, readingKey, type VisitAppliance } from '../visit'
import type { Sign, Signs } from './cleanOrAdjust'
import { deskOf } from './deskOf'

/** A figure that moved by so much of its last value since the visit before has changed, where no card says what is normal. */
const CHANGED = 0.12
/** Flue gas temperature against the visit before, K. */
const WARMER_K = 15
/** Combustion air with less oxygen than this has flue gas in it. */
const CLEAN_INTAKE_O2 = 0.206

/**
 * What the readings of a visit say of a burner’s condition, each against the card, the practice or the appliance’s own past: the evidence of *clean or adjust?*.
 * Only what was read before any screw was turned counts.
 *
 * @example
 * signsOf(appliance, state, practice) // { signs: { differential: 'high', mixtureHigh: 'rich', co: 'high' }, offered: [ … ] }
 */
export function signsOf(
  appliance: Pick<VisitAppliance, 'card' | 'facts' | 'lastVisit'>,
  state: Pick<ApplianceState, 'readings' | 'adjustments'>,
  practice: Practice,
): { readonly signs: Signs; readonly offered: readonly Sign[] } {
  const turned = state.adjustments[0]?.index ?? Infinity
  const before = state.readings.filter((r) => r.index < turned && r.settled !== 'early')
  const desk = deskOf(appliance, practice, 'o2')
  const [top, low] = [desk.rates[0]?.id ?? '', desk.rates.at(-1)?.id ?? '']
  const read = (measurandId: MeasurandId, stationId: Station, rateId: string): JudgedReading | undefined =>
    before.findLast((r) => r.measurandId === measurandId && r.stationId === stationId && r.firingStateId === rateId)
  const against = (r: JudgedReading | undefined): 'low' | 'normal' | 'high' | undefined => {
    if (!r) return undefined
    const band = r.verdict.band ?? bandFor(appliance, practice, r)
    if (band?.min !== undefined && r.valueSi < band.min) return 'low'
    if (band?.max !== undefined && r.valueSi > band.max) return 'high'
    if (band) return 'normal'
    const last = appliance.lastVisit[readingKey(r)]
    if (last === undefined || last === 0) return undefined
    const change = r.valueSi / last - 1
    return change > CHANGED ? 'high' : change < -CHANGED ? 'low' : 'normal'
  }
  const mixture = (rateId: string): 'rich' | 'normal' | 'lean' | undefined => {
    const co2 = against(read('co2.flue', 'flue', rateId))
    if (co2) return co2 === 'high' ? 'rich' : co2 === 'low' ? 'lean' : 'normal'
    const o2 = against(read('o2.flue', 'flue', rateId))
    return o2 && (o2 === 'low' ? 'rich' : o2 === 'high' ? 'lean' : 'normal')
  }
  const co = [...new Set([top, low])].flatMap((rate) =>
    (['co.flue', 'co.airFree', 'ratio.coToCo2'] as const).flatMap((m) => read(m, 'flue', rate)?.verdict ?? []),
  )
  const judged = co.filter((v) => v.status !== 'none')
  const flue = read('temperature.flue', 'flue', top)
  const lastFlue = flue && appliance.lastVisit[readingKey(flue)]
  const intake = read('o2.intake', 'intake', top)
  const inlet = against(read('pressure.working', 'inlet', top))
  const signs: Signs = drop({
    differential: against(read('pressure.chamberDifferential', 'chamber', top)),
    inlet: inlet && (inlet === 'low' ? 'low' : 'normal'),
    input: against(read('input.net', 'burner', top) ?? read('input.gross', 'burner', top)),
    pressure: desk.aims.some((a) => a.figure === 'pressure') ? against(read('pressure.manifold', 'burner', top)) : undefined,
    mixtureHigh: mixture(top),
    mixtureLow: low === top ? undefined : mixture(low),
    co: judged.length === 0 ? undefined : judged.some((v) => v.status === 'outside' || v.goalMet === false) ? 'high' : 'normal',
    flue:
      flue && lastFlue !== undefined
        ? flue.valueSi > lastFlue + WARMER_K
          ? 'hot'
          : flue.valueSi < lastFlue - WARMER_K
            ? 'cool'
            : 'normal'
        : ((v) => v && (v === 'low' ? 'cool' : v === 'high' ? 'hot' : 'normal'))(against(flue)),
    intake: intake && (intake.valueSi < CLEAN_INTAKE_O2 ? 'flue-gas' : 'clean'),
  })
  const natural = desk.air === 'natural'
  const offered: Sign[] = [
    ...(natural ? [] : (['differential'] as const)),
    'inlet',
    'input',
    ...(desk.aims.some((a) => a.figure === 'pressure') ? (['pressure'] as const) : []),
    'mixtureHigh',
    ...(low === top ? [] : (['mixtureLow'] as const)),
    'co',
    'flue',
    'dilution',
    ...(appliance.card.flueType === 'room-sealed' ? (['intake'] as const) : []),
    'instrument',
  ]
  return { signs, offered }
}

function drop(signs: { readonly [S in Sign]?: Signs[S] | undefined }): Signs {
  return Object.fromEntries(Object.entries(signs).filter(([, v]) => v !== undefined))
}
