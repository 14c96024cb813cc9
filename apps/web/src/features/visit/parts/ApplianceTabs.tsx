'use client'

import type { VisitAppliance, VisitState } from '@lucerna/core/visit'
import { t } from '@/messages/visit'

/** The appliances of a visit side by side: which one is worked on, how far each is, how it was left. */
export function ApplianceTabs({
  appliances,
  visit,
  totals,
  currentId,
  onChoose,
}: {
  readonly appliances: readonly Pick<VisitAppliance, 'id' | 'name'>[]
  readonly visit: VisitState
  /** Steps of each appliance's sheet. */
  readonly totals: Readonly<Record<string, number>>
  readonly currentId: string
  readonly onChoose: (id: string) => void
}) {
  if (appliances.length < 2) return null
  return (
    <nav aria-label={t('appliances.label')} className="border-b hairline">
      <ul className="flex overflow-x-auto px-2 lg:px-4">
        {appliances.map((a) => {
          const own = visit.appliances.find((s) => s.applianceId === a.id)
          const here = a.id === currentId
          const hanging = visit.looseEnds.filter((l) => !l.closedAt && l.applianceId === a.id).length
          return (
            <li key={a.id} className="shrink-0">
              <button
                type="button"
                aria-current={here ? 'true' : undefined}
                onClick={() => onChoose(a.id)}
                className={`flex min-h-14 cursor-pointer flex-col justify-center border-b-3 px-4 text-left ${here ? 'border-primary bg-base-200' : 'border-transparent'}`}
              >
                <span className={here ? 'font-semibold' : ''}>{a.name}</span>
                <span className="text-sm quiet">
                  {own?.outcome
                    ? t(`outcome.${own.outcome.outcome}`)
                    : t('appliances.steps', { n: Object.keys(own?.steps ?? {}).length, of: totals[a.id] ?? 0 })}
                  {hanging > 0 && ` · ${t('appliances.hanging', { count: hanging })}`}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
    </nav>
  )
}
