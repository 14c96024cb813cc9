import { inFirm } from '@/db/client'
import { FirmPractice } from '@/features/people/parts/FirmPractice'
import { FirmRetention } from '@/features/people/parts/FirmRetention'
import { FirmSwitch } from '@/features/people/parts/FirmSwitch'
import { FirmTimeZone } from '@/features/people/parts/FirmTimeZone'
import { Passcode } from '@/features/people/parts/Passcode'
import { Preferences } from '@/features/people/parts/Preferences'
import { GoesOnChoice } from '@/features/visit/GoesOnChoice'
import { Sessions } from '@/features/people/parts/Sessions'
import { firmSettings } from '@/features/people/server/own'
import { retentionOf } from '@/features/people/server/retention'
import { listSessions } from '@/features/people/server/sessions'
import { Authenticator } from '@/features/sign-in/Authenticator'
import { Passkeys } from '@/features/sign-in/Passkeys'
import { ownSignIn } from '@/features/sign-in/ownSignIn'
import { CalendarLink } from '@/features/today/CalendarLink'
import { calendarAddress } from '@/features/today/server/calendar'
import { practiceChoices } from '@/features/places/server/choices'
import { currentSessionId, requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { ThemeChoice } from '@/ui/ThemeChoice'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.settings')

export default async function SettingsPage() {
  const actor = await requireActor('/settings')
  const here = await currentSessionId()
  const [practices, settings, sessions, signIn, retention, calendar] = await Promise.all([
    practiceChoices(actor),
    inFirm(actor, (tx) => firmSettings(tx, actor)),
    inFirm(actor, (tx) => listSessions(tx, actor.userId, here, new Date())),
    ownSignIn(actor.userId),
    inFirm(actor, (tx) => retentionOf(tx, actor.firmId)),
    inFirm(actor, (tx) => calendarAddress(tx, actor)),
  ])
  const part = (title: string, what: string, body: React.ReactNode) => (
    <section className="border-t hairline pt-5">
      <h2 className="text-lg font-semibold">{title}</h2>
      <p className="mb-3 text-sm quiet">{what}</p>
      {body}
    </section>
  )
  return (
    <Frame title={t('nav.settings')} subtitle={actor.name} here="more" person={actor}>
      <div className="mx-auto flex max-w-2xl flex-col gap-8 p-4 lg:py-8">
        {part(
          t('settings.firm'),
          t('settings.firm-what'),
          <FirmPractice current={settings} practices={practices} mayChange={may(actor, 'firm.settings')} />,
        )}
        {part(
          t('settings.time-zone'),
          t('settings.time-zone-what'),
          <FirmTimeZone current={settings} mayChange={may(actor, 'firm.settings')} />,
        )}
        {may(actor, 'firm.settings') &&
          part(t('settings.second-factor'), t('settings.second-factor-what'), <FirmSwitch of="secondFactor" current={settings} />)}
        {may(actor, 'firm.settings') &&
          part(t('settings.reminders'), t('settings.reminders-what'), <FirmSwitch of="reminders" current={settings} />)}
        {may(actor, 'firm.settings') && part(t('settings.retention'), t('settings.retention-what'), <FirmRetention {...retention} />)}
        {part(t('settings.visit'), t('settings.visit-what'), <GoesOnChoice />)}
        {part(t('settings.look'), t('settings.look-what'), <ThemeChoice />)}
        {part(
          t('settings.units'),
          t('settings.units-what'),
          <Preferences
            units={actor.units ?? 'practice'}
            dialect={actor.chosenDialect ?? 'practice'}
            farViewTones={actor.farViewTones}
            practiceUnits={settings.units}
          />,
        )}
        {may(actor, 'work.confirm') && part(t('settings.passcode'), t('settings.passcode-what'), <Passcode has={settings.hasPasscode} />)}
        {part(t('settings.calendar'), t('settings.calendar-what'), <CalendarLink address={calendar} />)}
        {part(t('settings.authenticator'), t('settings.authenticator-what'), <Authenticator on={signIn.secondFactor} />)}
        {part(t('settings.passkeys'), t('settings.passkeys-what'), <Passkeys list={signIn.passkeys} timeZone={actor.timeZone} />)}
        {part(t('settings.sessions'), t('settings.sessions-what'), <Sessions list={sessions} />)}
        {part(
          t('settings.data'),
          t('settings.data-what'),
          <a href={`/api/v1/people/${actor.userId}/data`} download className="btn btn-outline">
            {t('people.export')}
          </a>,
        )}
      </div>
    </Frame>
  )
}
