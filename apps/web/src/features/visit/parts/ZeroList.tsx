'use client'

import { inCalibration } from '@lucerna/core/measure'
import type { Step } from '@lucerna/core/procedure'
import { WarningSign } from '@/ui/WarningSign'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/visit'
import { AllowInstrument } from './AllowInstrument'
import { may, useDesk } from './context'

/** Instruments that a step wants zeroed, with what is out of calibration said. */
export function ZeroList({ step }: { readonly step: Step }) {
  const { context, visit, appliance, record, role, timeZone, instruments, openDialog } = useDesk()
  const readOnly = !may(role, 'instrument.zeroed') || visit.status !== 'open'
  if (step.zeroes.length === 0) return null
  return (
    <>
      <h3 className="mt-4 mb-1 flex items-center justify-between gap-3 text-sm quiet">
        {t('zero.title')}
        {!readOnly && (
          <button type="button" className="btn min-h-11 btn-ghost text-primary btn-sm" onClick={() => openDialog('instruments')}>
            {t('instruments.change')}
          </button>
        )}
      </h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {context.instruments
          .filter((i) => (step.zeroes as readonly string[]).includes(i.kind) && instruments.instrumentIds.includes(i.id))
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
                  data-key={zeroed ? undefined : 'z'}
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
    </>
  )
}
