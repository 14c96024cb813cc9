'use client'

import { type FaultId, FAULTS, type FaultGroup } from '@lucerna/sim/engine'
import { t } from '@/messages/room'

const GROUPS = [...new Set(FAULTS.map((f) => f.group))] as FaultGroup[]

/** What is worn, dirty or wrong: every parameter from one end to the other, sound where nothing is. */
export function WearPanel({
  faults,
  onChange,
}: {
  readonly faults: Partial<Record<FaultId, number>>
  readonly onChange: (id: FaultId, value: number) => void
}) {
  return (
    <section aria-labelledby="room-wear" className="flex flex-col">
      <h2 id="room-wear" className="mb-1 font-semibold">
        {t('room.wear')}
      </h2>
      {GROUPS.map((group) => {
        const own = FAULTS.filter((f) => f.group === group)
        const changed = own.filter((f) => faults[f.id] !== undefined && faults[f.id] !== f.sound).length
        return (
          <details key={group} className="border-t hairline">
            <summary className="min-h-11 cursor-pointer content-center">
              {t(`room.group.${group}`)}
              {changed > 0 && <span className="text-warning"> · {t('room.changed', { count: changed })}</span>}
            </summary>
            {own.map((f) => {
              const value = faults[f.id] ?? f.sound
              return (
                <label key={f.id} className="flex flex-col gap-1 pb-3 text-sm">
                  <span className="flex justify-between gap-3">
                    <span>{t(`room.fault.${f.id}`)}</span>
                    <span className={value === f.sound ? 'quiet' : 'font-semibold text-warning'}>{Number(value.toPrecision(3))}</span>
                  </span>
                  <input
                    type="range"
                    aria-label={t(`room.fault.${f.id}`)}
                    min={f.min}
                    max={f.max}
                    step={(f.max - f.min) / 200}
                    className="range range-sm"
                    value={value}
                    onChange={(e) => onChange(f.id, Number(e.target.value))}
                    onDoubleClick={() => onChange(f.id, f.sound)}
                  />
                </label>
              )
            })}
          </details>
        )
      })}
    </section>
  )
}
