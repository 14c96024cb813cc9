'use client'

import { inCalibration, type Instrument } from '@lucerna/core/measure'
import type { Step } from '@lucerna/core/procedure'
import { WarningSign } from '@/ui/WarningSign'
import { timeAt } from '@/ui/dates'
import { HoldButton } from '@/ui/HoldButton'
import { t } from '@/messages/visit'
import { AllowInstrument } from './AllowInstrument'
import { may, useDesk } from './context'

/** Instruments that a step wants zeroed, with what is out of calibration said. */
export function ZeroList({ step }: { readonly step: Step }) {
  const { context, visit, appliance, record, role, timeZone, instruments, openDialog } = useDesk()
  const readOnly = !may(role, 'instrument.zeroed') || visit.status !== 'open'
  if (step.zeroes.length === 0) return null
  const open = context.instruments.filter(
    (i) => instruments.instrumentIds.includes(i.id) && isZeroedHere(step, i) && !visit.zeroed.some((z) => z.instrumentId === i.id),
  )
  return (
    <>
      <h3 className="mt-4 mb-1 flex items-center justify-between gap-3 text-sm quiet">
        {t('zero.title')}
        {!readOnly && (
          <span>
            <button type="button" className="btn min-h-11 btn-ghost text-primary btn-sm" onClick={() => openDialog('connect')}>
              {t('live.connect')}
            </button>
            <button type="button" className="btn min-h-11 btn-ghost text-primary btn-sm" onClick={() => openDialog('instruments')}>
              {t('instruments.change')}
            </button>
          </span>
        )}
      </h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {context.instruments
          // Those that read pressures are zeroed where they are connected; here they only show if something is wrong with them.
          .filter((i) => instruments.instrumentIds.includes(i.id) && (isZeroedHere(step, i) || !inCalibration(i, new Date().toISOString())))
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
                    // Only a CO of exactly nothing asks for it.
                    className="btn order-last btn-ghost px-2 text-primary btn-sm max-lg:min-h-11"
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
                <DraughtPort instrument={i} stepId={step.id} readOnly={readOnly} />
                {isZeroedHere(step, i) && (
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
                          data: { instrumentId: i.id, place: 'clean-air' },
                        },
                      ])
                    }
                  >
                    {zeroed ? `✓ ${t('zero.done', { time: timeAt(zeroed.at, timeZone) })}` : t('zero.clean-air')}
                  </button>
                )}
              </li>
            )
          })}
      </ul>
      {!readOnly && open.length > 1 && (
        <HoldButton
          className="mt-2 press w-full btn-outline"
          hint={t('asks.hold-longer')}
          onHeld={() =>
            void record(
              open.map((i) => ({
                type: 'instrument.zeroed' as const,
                stepId: step.id,
                applianceId: appliance.id,
                data: { instrumentId: i.id, place: 'clean-air' as const },
              })),
            )
          }
        >
          {t('zero.all', { count: open.length })}
        </HoldButton>
      )}
    </>
  )
}

const isZeroedHere = (step: Step, { kind }: Pick<Instrument, 'kind'>): boolean => (step.zeroes as readonly string[]).includes(kind)

/** Some analysers zero the draught port apart: without it the draught is void, and nothing else. */
function DraughtPort({
  instrument,
  stepId,
  readOnly,
}: {
  readonly instrument: Instrument
  readonly stepId: string
  readonly readOnly: boolean
}) {
  const { visit, appliance, record } = useDesk()
  if (instrument.kind !== 'analyser' || readOnly || !instrument.channels.some((c) => c.channel === 'draught')) return null
  const zeroes = visit.zeroed.filter((z) => z.instrumentId === instrument.id)
  const partly = zeroes.length > 0 && zeroes.every((z) => z.gasOnly)
  if (zeroes.length > 0 && !partly) return null
  return (
    <button
      type="button"
      className="btn order-last btn-ghost px-2 text-primary btn-sm max-lg:min-h-11"
      onClick={() =>
        void record([
          {
            type: 'instrument.zeroed',
            stepId,
            applianceId: appliance.id,
            data: partly
              ? { instrumentId: instrument.id, place: 'at-connection' }
              : { instrumentId: instrument.id, place: 'clean-air', gasOnly: true },
          },
        ])
      }
    >
      {t(partly ? 'zero.draught' : 'zero.gas-only')}
    </button>
  )
}
