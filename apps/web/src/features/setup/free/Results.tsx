import { isCalibration } from '@lucerna/core/appliance'
import { moveResults } from '@lucerna/core/report'
import { figure, figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from '../parts/desk'
import { turnText } from '../parts/Dial'
import { adjusterOf, type stateOf } from './log'

/** The turn-and-result list: every move with the figures before and after it, for the screen and for paper. */
export function Results({ state }: { readonly state: ReturnType<typeof stateOf> }) {
  const setUp = useSetUp()
  const { card } = setUp.appliance
  if (state.adjustments.length === 0) return null
  return (
    <section aria-labelledby="results" className="keep">
      <h2 id="results" className="mb-1 text-lg font-semibold">
        {t('setup.results')}
      </h2>
      <ol className="divide-y divide-(--hairline) border-y hairline text-sm">
        {state.adjustments.map((move, i) => {
          const adjuster = adjusterOf(card, move.adjusterId)
          const calibrates = adjuster !== undefined && isCalibration(adjuster)
          const results = moveResults(state, i, adjuster?.sectionId ?? null, calibrates ? adjuster.actsAt : undefined)
          const amount = move.direction === 'clockwise' ? move.amount : -move.amount
          return (
            <li key={move.eventId} className="py-2">
              <b className="font-semibold">{adjuster?.label ?? move.adjusterId}</b>
              {!calibrates && `, ${turnText(amount, adjuster?.unit ?? 'turn', rateName(setUp, move.firingStateId))}`}
              {results.map(({ measurandId, rate, before, after }) => (
                <span key={`${measurandId} ${rate}`} className="block quiet">
                  {[t(`short.${measurandId}`), rate && rateName(setUp, rate)].filter(Boolean).join(', ')}{' '}
                  {before === null ? '–' : figure(measurandId, before, setUp.units)} →{' '}
                  {after === null ? '–' : figureWithUnit(measurandId, after, setUp.units)}
                </span>
              ))}
            </li>
          )
        })}
      </ol>
    </section>
  )
}
