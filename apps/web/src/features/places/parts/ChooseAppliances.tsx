'use client'

import { t } from '@/messages/places'

export interface Choice {
  readonly id: string
  readonly name: string
  readonly position: string
}

/** Which appliances of a site a visit is for; one alone is not asked about. */
export function ChooseAppliances({
  id,
  appliances,
  chosen,
  onChange,
}: {
  readonly id: string
  readonly appliances: readonly Choice[]
  readonly chosen: readonly string[]
  readonly onChange: (ids: readonly string[]) => void
}) {
  if (appliances.length < 2) return null
  return (
    <fieldset>
      <legend className="text-sm quiet">{t('plan.appliances')}</legend>
      {appliances.map((a) => (
        <label key={a.id} htmlFor={`${id}-${a.id}`} className="flex min-h-11 cursor-pointer items-center gap-3">
          <input
            id={`${id}-${a.id}`}
            type="checkbox"
            className="checkbox"
            checked={chosen.includes(a.id)}
            // In the order of the site, whatever was ticked first.
            onChange={(e) => onChange(appliances.map((x) => x.id).filter((x) => (x === a.id ? e.target.checked : chosen.includes(x))))}
          />
          <span>
            {a.name} <span className="text-sm quiet">{a.position}</span>
          </span>
        </label>
      ))}
    </fieldset>
  )
}
