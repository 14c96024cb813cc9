'use client'

import { useRouter } from 'next/navigation'
import { t } from '@/messages/places'

/** Which two visits stand side by side; part of the address, so that it can be sent to somebody. */
export function VisitChoice({
  applianceId,
  a,
  b,
  options,
}: {
  readonly applianceId: string
  readonly a: string
  readonly b: string
  readonly options: readonly { readonly id: string; readonly label: string }[]
}) {
  const router = useRouter()
  const choose = (next: { a: string; b: string }) => router.replace(`/appliances/${applianceId}/compare?${new URLSearchParams(next)}`)
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {(['a', 'b'] as const).map((side) => (
        <label key={side} className="flex flex-col gap-1">
          <span className="text-sm quiet">{t(`compare.choose-${side}`)}</span>
          <select className="select press w-full" value={side === 'a' ? a : b} onChange={(e) => choose({ a, b, [side]: e.target.value })}>
            {options.map((o) => (
              <option key={o.id} value={o.id}>
                {o.label}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  )
}
