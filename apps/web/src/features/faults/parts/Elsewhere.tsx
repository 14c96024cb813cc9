import type { FaultMap } from '@lucerna/core/faults'
import { t } from '@/messages/faults'
import type { DeskCase } from './deskCase'
import { checkName, resultText } from './said'

/**
 * What was found on another device meanwhile. The check on this screen stays under the finger until it is
 * answered or left; this is told below it, at the edge of what is seen, so that nothing moves.
 */
export function Elsewhere({
  news,
  nameOf,
  map,
  asked,
  onGoOn,
}: {
  readonly news: DeskCase['checks']
  readonly nameOf: (entryId: string) => string | null
  readonly map: FaultMap
  /** The check that is asked here. */
  readonly asked: string | null
  readonly onGoOn: () => void
}) {
  if (news.length === 0) return null
  return (
    <div
      role="status"
      className="sticky bottom-2 z-10 flex flex-wrap items-center justify-between gap-3 rounded-md border-2 border-info bg-base-100 p-3"
    >
      <div>
        {news.map((c) => (
          <p key={c.id}>
            {t('faults.elsewhere', { name: nameOf(c.id) ?? '–', check: checkName(map, c.checkId), result: resultText(map, c) })}
          </p>
        ))}
        <p className="text-sm quiet">{t(news.some((c) => c.checkId === asked) ? 'faults.elsewhere.same' : 'faults.elsewhere.other')}</p>
      </div>
      <button type="button" className="btn press btn-outline" onClick={onGoOn}>
        {t('faults.elsewhere.go-on')}
      </button>
    </div>
  )
}
