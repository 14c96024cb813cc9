import { clockText } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { settlingOf } from '../view'

/** How long the burner has been at its rate, and whether what is read there counts yet. */
export function RateNow({
  rate,
  settling,
  declared,
  onDeclared,
  howTo,
}: {
  readonly rate: string
  readonly settling: ReturnType<typeof settlingOf>
  /** Somebody says that the readings stand still. */
  readonly declared: boolean
  readonly onDeclared: (declared: boolean) => void
  /** How this rate is forced, as the card says. */
  readonly howTo: string | null | undefined
}) {
  return (
    <div className="my-2 flex flex-wrap items-center gap-x-6 gap-y-1 rounded-md border hairline bg-base-200 px-4 py-2">
      {settling ? (
        <>
          <p>
            <span className="text-sm quiet">{t('rate.at', { rate: rate.toLowerCase() })}</span>{' '}
            <span className="ml-1 figure text-2xl">{clockText(settling.atRateS)}</span>
          </p>
          {settling.waitS > 0 ? (
            <>
              <p className="flex gap-2 text-sm text-warning">
                <WarningSign size={18} />
                {settling.blanked ? t('rate.blanked') : t('rate.wait', { time: clockText(settling.waitS) })}
              </p>
              {!settling.blanked && (
                <label className="flex min-h-11 cursor-pointer items-center gap-2 text-sm">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={declared}
                    onChange={(e) => onDeclared(e.target.checked)}
                  />
                  {t('rate.steady')}
                </label>
              )}
            </>
          ) : (
            <p className="text-sm font-semibold text-info">{t('rate.settled')}</p>
          )}
        </>
      ) : (
        <p className="text-sm">{t('rate.not-yet', { rate: rate.toLowerCase() })}</p>
      )}
      {howTo && !settling && <p className="w-full text-sm quiet">{howTo}</p>}
    </div>
  )
}
