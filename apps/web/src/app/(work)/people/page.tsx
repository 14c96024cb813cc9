import { inFirm } from '@/db/client'
import { InviteForm } from '@/features/people/parts/InviteForm'
import { Invitations } from '@/features/people/parts/Invitations'
import { MemberRow } from '@/features/people/parts/MemberRow'
import { standingInvitations } from '@/features/people/server/invitations'
import { listMembers } from '@/features/people/server/members'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.people')

export default async function PeoplePage() {
  const actor = await requireActor('/people')
  const now = new Date().toISOString()
  const manage = may(actor, 'people.manage')
  const [members, invitations] = await inFirm(actor, async (tx) => [
    await listMembers(tx, actor, now),
    manage ? await standingInvitations(tx, actor) : [],
  ])
  return (
    <Frame title={t('nav.people')} subtitle={actor.firmName} here="more" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-8 p-4 lg:py-8">
        {manage && <InviteForm />}
        {invitations.length > 0 && <Invitations list={invitations} now={now} timeZone={actor.timeZone} />}
        <section>
          <h2 className="mb-2 text-lg font-semibold">{t('people.title', { firm: actor.firmName })}</h2>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {members.map((m) => (
              <MemberRow key={m.userId} member={m} manage={manage} self={m.userId === actor.userId} timeZone={actor.timeZone} />
            ))}
          </ul>
        </section>
      </div>
    </Frame>
  )
}
