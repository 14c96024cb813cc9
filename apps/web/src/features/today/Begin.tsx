import { Check } from 'lucide-react'
import { Link } from '@/ui/Link'
import { Sample } from './Sample'
import { t } from '@/messages/all'
import type { Begun } from './server/waiting'

/** In the order in which one needs the other. */
const STEPS = [
  ['signIn', '/settings'],
  ['instrument', '/instruments'],
  ['card', '/cards'],
  ['site', '/sites/new'],
  ['appliance', '/sites'],
  ['mail', '/mail'],
  ['people', '/people'],
  ['visit', '/sites?show=appliances'],
] as const satisfies readonly (readonly [keyof Begun | 'signIn', string])[]

/** What a firm that has just begun does next; it goes when the first visit is closed. */
export function Begin({ begun: known, signIn, sample }: { readonly begun: Begun; readonly signIn: boolean; readonly sample: boolean }) {
  const begun = { ...known, signIn }
  return (
    <section aria-labelledby="begin" className="border-y hairline py-5">
      <h2 id="begin" className="text-lg font-semibold">
        {t('today.begin')}
      </h2>
      <p className="quiet">{t('today.begin-what')}</p>
      <ol className="mt-2 divide-y divide-(--hairline)">
        {STEPS.map(([step, href]) => (
          <li key={step} className="flex min-h-12 items-center gap-3">
            <span className="w-6 text-info">{begun[step] && <Check size={20} aria-label={t('today.begin.done')} />}</span>
            {begun[step] ? (
              <span className="quiet">{t(`today.begin.${step}`)}</span>
            ) : (
              <Link href={href} className="min-h-11 content-center text-primary hover:underline">
                {t(`today.begin.${step}`)}
              </Link>
            )}
          </li>
        ))}
      </ol>
      {!sample && <Sample there={false} />}
    </section>
  )
}
