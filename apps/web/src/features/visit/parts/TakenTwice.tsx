import { readingKey } from '@lucerna/core/visit'
import { Dialog } from '@/ui/Dialog'
import { figureWithUnit, type Units } from '@/ui/figures'
import { t } from '@/messages/visit'
import type { Elsewhere } from './elsewhere'

/** Somebody at another device has just read the same: both are kept, or this one is let go. */
export function TakenTwice({
  twice,
  now,
  units,
  onClose,
  onMineToo,
  onTheirs,
}: {
  readonly twice: Elsewhere
  readonly now: number
  readonly units: Units
  readonly onClose: () => void
  readonly onMineToo: () => void
  readonly onTheirs: () => void
}) {
  return (
    <Dialog title={t('twice.title')} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <p>{t('twice.why', { by: twice.by, seconds: Math.max(1, Math.round((now - Date.parse(twice.at)) / 1000)) })}</p>
        <ul className="text-lg">
          {twice.readings.map(({ need, valueSi }) => (
            <li key={readingKey(need)}>
              {t(`short.${need.measurandId}`)}: <b>{figureWithUnit(need.measurandId, valueSi, units)}</b>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-3">
          <button type="button" className="btn press flex-1 btn-primary" onClick={onMineToo}>
            {t('twice.mine-too')}
          </button>
          <button type="button" className="btn press flex-1 btn-outline" onClick={onTheirs}>
            {t('twice.theirs')}
          </button>
        </div>
      </div>
    </Dialog>
  )
}
