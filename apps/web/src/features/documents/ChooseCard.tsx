import { BURNER_KINDS } from '@lucerna/core/appliance'
import { Link } from '@/ui/Link'
import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import { t } from '@/messages/all'
import { listDocuments } from './server/documents'

/** A desk without a visit begins with a card: the firm’s cards by burner kind. */
export async function ChooseCard({
  actor,
  what,
  none,
  to,
}: {
  readonly actor: Actor
  readonly what: string
  readonly none: string
  /** The address of a card’s desk, without its id. */
  readonly to: string
}) {
  const { known } = await inFirm(actor, (tx) => listDocuments(tx, actor.firmId, 'card'))
  const kinds = BURNER_KINDS.filter((k) => known.some((c) => c.document.burnerKind === k))
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-6 p-4 lg:py-8">
      <p className="quiet">{what}</p>
      {known.length === 0 && <p className="border-y hairline py-12 text-center quiet">{none}</p>}
      {kinds.map((kind) => (
        <section key={kind}>
          <h2 className="mb-1 font-semibold first-letter:uppercase">{t(`burner.${kind}`)}</h2>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {known
              .filter((c) => c.document.burnerKind === kind)
              .map(({ id, document: d }) => (
                <li key={id}>
                  <Link href={`${to}/${id}`} className="flex min-h-11 items-center font-semibold text-primary hover:underline">
                    {[d.maker, d.model, d.variant].filter(Boolean).join(' ')}
                  </Link>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  )
}
