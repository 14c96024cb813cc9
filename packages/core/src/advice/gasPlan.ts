import { isCalibration, type Card, type InstalledFacts, ratesOf } from '../appliance'
import type { MeasurandId, Station } from '../measure'
import type { Practice } from '../practice'
import { isGoodAnswer } from '../procedure'
import { type Band, bandFor, readingKey } from '../visit'

/** One thing of a change of gas, in the order in which it is done; `done` is null where nothing that is recorded tells. */
export type GasPlanItem = { readonly done: boolean | null } & (
  | { readonly code: 'regulator' | 'label' | 'analyser' | 'calibration' }
  /** In the maker's words: the orifices or restrictor, and what is preset before the first start. */
  | { readonly code: 'orifice' | 'preset'; readonly words: string }
  | { readonly code: 'set'; readonly rateId: string; readonly measurandId: MeasurandId; readonly band: Band }
)

/** What is known of a change of gas while it is done. */
interface Doing {
  readonly answers: Readonly<Record<string, { readonly answer: string } | undefined>>
  readonly adjusted: readonly string[]
  readonly verdictOf: (key: string) => 'inside' | 'edge' | 'outside' | 'none' | null
}

const FIGURES: readonly (readonly [MeasurandId, Station])[] = [
  ['pressure.manifold', 'burner'],
  ['co2.flue', 'flue'],
  ['o2.flue', 'flue'],
]

/**
 * A change of gas as its own plan: supply and regulator, orifices, presets, the analyser's fuel, calibration, then pressure and mixture at every rate, last the label and
 * the plate. Values are the card's for the new gas.
 *
 * @example
 * gasPlan(appliance, practice, doing).map((i) => i.code) // ['regulator', 'orifice', 'preset', 'analyser', 'set', 'set', 'label']
 */
export function gasPlan(
  appliance: { readonly card: Card; readonly facts: InstalledFacts },
  practice: Practice,
  { answers, adjusted, verdictOf }: Doing,
): readonly GasPlanItem[] {
  const { card, facts } = appliance
  const rating = card.ratings.find((r) => r.gas === facts.gas)
  const answered = (id: string): boolean => {
    const given = answers[id]
    return given !== undefined && isGoodAnswer(id, given.answer)
  }
  const calibration = card.adjusters.find(isCalibration)
  const set = ratesOf(card).flatMap((rate) =>
    FIGURES.flatMap(([measurandId, stationId]): GasPlanItem[] => {
      const key = { measurandId, stationId, firingStateId: rate.id }
      const band = bandFor(appliance, practice, key)
      const verdict = verdictOf(readingKey(key))
      // Of oxygen and carbon dioxide the one that the card names.
      return band?.min === undefined || band.max === undefined
        ? []
        : [{ code: 'set', rateId: rate.id, measurandId, band, done: verdict === 'inside' || verdict === 'edge' }]
    }),
  )
  return [
    { code: 'regulator', done: answered('regulator-suits') },
    ...(rating?.orifice ? [{ code: 'orifice' as const, words: rating.orifice, done: answered('orifice-fitted') }] : []),
    ...(rating?.preset ? [{ code: 'preset' as const, words: rating.preset, done: adjusted.length > 0 }] : []),
    { code: 'analyser', done: null },
    ...(calibration ? [{ code: 'calibration' as const, done: adjusted.includes(calibration.id) }] : []),
    ...set,
    { code: 'label', done: answered('gas-label') },
  ]
}
