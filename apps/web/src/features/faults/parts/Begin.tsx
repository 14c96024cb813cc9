import { type Card, faultCode } from '@lucerna/core/appliance'
import { type FaultMap, ofCode, type Symptom, symptomsOf } from '@lucerna/core/faults'
import { useState } from 'react'
import { Choose } from '@/ui/Choose'
import { t } from '@/messages/faults'

/** From the code on the display, or from what it does. */
export function Begin({
  card,
  map,
  shown,
  onBegin,
}: {
  readonly card: Card
  readonly map: FaultMap
  /** The code that is known already. */
  readonly shown: string | null
  readonly onBegin: (symptom: Symptom, code: string | null) => void
}) {
  const [code, setCode] = useState(() => (shown === null ? '' : (faultCode(card, shown)?.code ?? '')))
  const known = code === '' ? null : ofCode(card, map, code)
  const first = known?.symptom ?? null
  const others = symptomsOf(map).filter((s) => s !== first)
  return (
    <div className="flex max-w-2xl flex-col gap-5">
      {card.faultCodes.length > 0 && (
        <Choose
          label={t('faults.ask-code')}
          value={code}
          onChange={setCode}
          options={[
            ['', t('faults.no-code')],
            ...card.faultCodes.map((f) => [f.code, t('faults.code', { code: f.code, meaning: f.meaning })] as const),
          ]}
        />
      )}
      <fieldset className="grid gap-2 sm:grid-cols-2">
        <legend className="mb-2 text-lg font-semibold">{t('faults.ask-symptom')}</legend>
        {[...(first ? [first] : []), ...others].map((s) => (
          <button
            key={s}
            type="button"
            className={`btn press justify-start text-left text-base ${s === first ? 'btn-primary' : 'btn-outline'}`}
            onClick={() => onBegin(s, code || null)}
          >
            {t(`faults.symptom.${s}`)}
          </button>
        ))}
      </fieldset>
    </div>
  )
}
