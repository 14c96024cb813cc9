'use client'

import { OBSERVATIONS, type ObservationId, type Step } from '@lucerna/core/procedure'
import { firingStops, missingIn, readingKey } from '@lucerna/core/visit'
import { inCalibration } from '@lucerna/core/measure'
import { AllowInstrument } from './AllowInstrument'
import { WarningSign } from '@/ui/WarningSign'
import { timeAt } from '@/ui/dates'
import { t } from '@/ui/words'
import { gateText, may, useDesk } from './context'
import { ReadingsPanel } from './ReadingsPanel'

/** Zero the instruments in clean air, look round, read the room: before anything is touched. */
export function MakeSafePanel({ step }: { readonly step: Step }) {
  const { context, visit, state, appliance, record, role, steps, timeZone } = useDesk()
  const readOnly = !may(role, 'observation.made') || visit.status !== 'open'
  const stops = firingStops(appliance, state, context)
  const missing = missingIn(step, state, visit, context).filter((m) => m.code !== 'reading')
  return (
    <>
      {stops.length > 0 && (
        <div role="alert" className="my-4 flex flex-col gap-3 border-y-2 border-error py-4 text-error">
          {stops.map((s) => (
            <div key={s.id} className="flex items-start gap-3">
              <WarningSign size={26} />
              <div>
                <p className="text-xl font-semibold">{t(`stop.${s.code}`)}</p>
                <p>{gateText(s, appliance, steps)}</p>
              </div>
            </div>
          ))}
        </div>
      )}
      <h3 className="mt-4 mb-1 text-sm quiet">{t('zero.title')}</h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {context.instruments
          .filter((i) => (step.zeroes as readonly string[]).includes(i.kind))
          .map((i) => {
            const zeroed = visit.zeroed.findLast((z) => z.instrumentId === i.id)
            const seen = visit.responses.some((r) => r.instrumentId === i.id)
            const allowed = visit.allowed.findLast((a) => a.instrumentId === i.id)
            const calibrated = inCalibration(i, new Date().toISOString())
            return (
              <li key={i.id} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
                <div className="min-w-40 flex-1">
                  <p className="font-semibold">
                    {i.maker} {i.model}
                  </p>
                  <p className="text-sm quiet">{`${t(`instrument.${i.kind}`)} · ${i.serial}`}</p>
                  {!calibrated && (
                    <p className="flex gap-2 text-sm text-warning">
                      <WarningSign size={17} />
                      {allowed ? t('zero.allowed', { reason: allowed.reason, by: allowed.by }) : t('zero.out-of-calibration')}
                    </p>
                  )}
                  {!calibrated && !allowed && !readOnly && (
                    <AllowInstrument
                      onAllow={(reason) =>
                        void record([
                          { type: 'instrument.allowed', stepId: step.id, applianceId: appliance.id, data: { instrumentId: i.id, reason } },
                        ])
                      }
                    />
                  )}
                </div>
                {i.kind === 'analyser' && (
                  <button
                    type="button"
                    disabled={readOnly || seen}
                    className="btn press btn-outline"
                    onClick={() =>
                      void record([
                        {
                          type: 'instrument.response-seen',
                          stepId: step.id,
                          applianceId: appliance.id,
                          data: { instrumentId: i.id, how: 'bump-gas' },
                        },
                      ])
                    }
                  >
                    {seen ? `✓ ${t('zero.response-seen')}` : t('zero.response')}
                  </button>
                )}
                <button
                  type="button"
                  disabled={readOnly}
                  aria-pressed={zeroed !== undefined}
                  className={`btn ml-auto press min-w-44 ${zeroed ? 'btn-outline' : 'btn-primary'}`}
                  onClick={() =>
                    void record([
                      {
                        type: 'instrument.zeroed',
                        stepId: step.id,
                        applianceId: appliance.id,
                        data: { instrumentId: i.id, place: i.kind === 'manometer' ? 'at-connection' : 'clean-air' },
                      },
                    ])
                  }
                >
                  {zeroed
                    ? `✓ ${t('zero.done', { time: timeAt(zeroed.at, timeZone) })}`
                    : t(i.kind === 'manometer' ? 'zero.at-connection' : 'zero.clean-air')}
                </button>
              </li>
            )
          })}
      </ul>
      <h3 className="mt-5 mb-1 text-sm quiet">{t('look.title')}</h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {step.observations.map((id: ObservationId) => {
          const answer = state.observations[id]?.answer
          return (
            <li key={id} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
              <span className="min-w-40 flex-1">{t(`observation.${id}`)}</span>
              <span role="group" aria-label={t(`observation.${id}`)} className="flex gap-3">
                {OBSERVATIONS[id].answers.map((a, n) => {
                  const chosen = answer === a
                  return (
                    <button
                      key={a}
                      type="button"
                      disabled={readOnly}
                      aria-pressed={chosen}
                      onClick={() =>
                        void record([
                          { type: 'observation.made', stepId: step.id, applianceId: appliance.id, data: { observationId: id, answer: a } },
                        ])
                      }
                      className={`btn press min-w-28 ${chosen ? (n === 0 ? 'border-2 btn-outline btn-info' : 'btn-error') : 'btn-outline'}`}
                    >
                      {chosen && n === 0 ? '● ' : chosen ? '▲ ' : ''}
                      {t(`answer.${a}`)}
                    </button>
                  )
                })}
              </span>
            </li>
          )
        })}
      </ul>
      {missing.length > 0 && <p className="mt-3 text-sm quiet">{t('look.missing', { count: missing.length })}</p>}
      <ReadingsPanel key={step.needs.map(readingKey).join()} step={step} />
    </>
  )
}
