import { Link } from '@/ui/Link'
import { notFound } from 'next/navigation'
import { inFirm } from '@/db/client'
import { MailServer } from '@/features/people/parts/MailServer'
import { TestLetter } from '@/features/people/parts/TestLetter'
import { howMailLeaves, listMail } from '@/server/mail'
import { mailServerOf } from '@/server/mailServer'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { isId } from '@/server/isId'
import { dateAt, timeAt } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.mail')

/** Links in a letter are made to be followed. */
const linked = (body: string) =>
  body.split(/(https?:\/\/\S+)/).map((part, i) =>
    /^https?:/.test(part) ? (
      <a key={i} href={part} className="break-all text-primary underline">
        {part}
      </a>
    ) : (
      part
    ),
  )

export default async function MailPage({ searchParams }: { readonly searchParams: Promise<{ before?: string }> }) {
  const actor = await requireActor('/mail')
  if (!may(actor, 'mail.read')) notFound()
  const { before } = await searchParams
  const [letters, leaves, server] = await inFirm(actor, async (tx) => [
    await listMail(tx, actor, before && isId(before) ? before : undefined),
    await howMailLeaves(tx, actor.firmId),
    await mailServerOf(tx, actor.firmId),
  ])
  return (
    <Frame title={t('nav.mail')} here="more" person={actor}>
      <div className="mx-auto flex max-w-3xl flex-col gap-5 p-4 lg:py-8">
        <p className="quiet">{t(`mail.what.${leaves}`)}</p>
        {may(actor, 'firm.settings') && <MailServer current={server} />}
        <TestLetter />
        {letters.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('mail.empty')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
          {letters.map((l) => (
            <li key={l.id}>
              <details>
                <summary className="grid min-h-14 cursor-pointer items-center gap-x-4 px-2 py-2 hover:bg-base-200 sm:grid-cols-[1fr_auto]">
                  <span className="min-w-0">
                    <span className="block font-semibold">{l.subject}</span>
                    <span className="block text-sm break-words quiet">
                      {l.toName} · {l.toAddress}
                    </span>
                  </span>
                  <span className="text-sm quiet">
                    {dateAt(l.createdAt, actor.timeZone)}, {timeAt(l.createdAt, actor.timeZone)}
                    {l.delivery && (
                      <span className={`block ${l.delivery.failure && !l.delivery.sentAt ? 'text-warning' : ''}`}>
                        {l.delivery.sentAt
                          ? t('mail.sent', { time: timeAt(l.delivery.sentAt, actor.timeZone) })
                          : l.delivery.failure
                            ? t('mail.failed', { why: l.delivery.failure })
                            : t('mail.waiting')}
                      </span>
                    )}
                  </span>
                </summary>
                <div className="px-2 pb-4">
                  {l.body === null ? (
                    <p className="quiet">{t('mail.private')}</p>
                  ) : (
                    <>
                      <p className="rounded-md bg-base-200 p-4 whitespace-pre-wrap">{linked(l.body)}</p>
                      <a href={`/api/v1/mail/${l.id}`} download className="btn mt-3 btn-outline">
                        {t('mail.download')}
                      </a>
                    </>
                  )}
                </div>
              </details>
            </li>
          ))}
        </ul>
        {letters.length === 50 && (
          <Link href={`/mail?before=${letters.at(-1)?.id}`} className="btn self-end btn-outline">
            {t('places.next-page')}
          </Link>
        )}
      </div>
    </Frame>
  )
}
