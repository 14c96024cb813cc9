'use client'

import { WarningSign } from '@/ui/WarningSign'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/visit'

/** The usual cautions, deferring to the maker, local code and licensed practice. */
export function Cautions({ number }: { readonly number: string | null | undefined }) {
  return (
    <section aria-label={t('caution.title')} className="mt-6 border-t hairline pt-4 text-sm quiet first:mt-0 first:border-0 first:pt-0">
      <p className="flex gap-2 font-semibold text-warning">
        <WarningSign size={18} />
        {t('caution.first', { number: emergencyNumber(number) })}
      </p>
      <p className="mt-2">{t('caution.rest')}</p>
    </section>
  )
}
