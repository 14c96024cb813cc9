import { channelSpecSchema } from '@lucerna/core/measure'
import { Link } from '@/ui/Link'
import { inFirm } from '@/db/client'
import { accuracyText, readingText, spanText } from '@/features/instruments/channels'
import { dueOf } from '@/features/instruments/due'
import { Checks } from '@/features/instruments/parts/Checks'
import { DueList } from '@/features/instruments/parts/DueList'
import { Drift } from '@/features/instruments/parts/Drift'
import { checksOf, instrumentRegister } from '@/features/instruments/server/register'
import { listMembers } from '@/features/people/server/members'
import { RemoveButton, RemovedNote } from '@/features/places/parts/Removal'
import { readEntry } from '@/server/register'
import { requireActor, unitsOf } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { dateAt, plainDate } from '@/ui/dates'
import { Frame } from '@/features/frame/Frame'
import { WideTable } from '@/ui/WideTable'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

export const generateMetadata = titled('nav.instruments')

export default async function InstrumentPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/instruments/${id}`)
  const page = await foundOrNot(id, () =>
    inFirm(actor, async (tx) => ({
      entry: await readEntry(tx, actor, instrumentRegister, id),
      checks: await checksOf(tx, actor, id),
      members: await listMembers(tx, actor, new Date().toISOString()),
    })),
  )
  const units = unitsOf(actor)
  const { entry, checks, members } = page
  const f = entry.fields
  const today = dayAt(new Date(), actor.timeZone)
  const channels = f.channels.map((c) => channelSpecSchema.parse(c))
  // Its record may know a later one than the date from which it was first trusted.
  const lastCalibration = checks.find((c) => c.kind === 'calibration' && c.passed)?.on
  const writes = may(actor, 'instrument.write') && entry.deletedAt === null
  return (
    <Frame title={`${f.maker} ${f.model}`} subtitle={f.serial} here="more" person={actor}>
      <div className="mx-auto flex max-w-5xl flex-col gap-8 p-4 lg:py-8">
        {entry.deletedAt && (
          <RemovedNote
            register="instruments"
            id={id}
            since={dateAt(entry.deletedAt, actor.timeZone)}
            mayRestore={may(actor, 'instrument.write')}
          />
        )}
        <div className="flex flex-wrap items-start justify-between gap-4">
          <div>
            <p>
              {t(`instrument.${f.kind}`)} · {members.find((m) => m.userId === f.heldBy)?.name ?? t('instruments.nobody')}
            </p>
            <p className="quiet">
              {t('calibration.from-until', { from: plainDate(lastCalibration ?? f.calibratedOn), until: plainDate(f.calibrationDueOn) })}
              {f.certificate && ` · ${f.certificate}`}
            </p>
            {f.remark && <p className="mt-2 max-w-prose">{f.remark}</p>}
          </div>
          {writes && (
            <div className="flex gap-2">
              <Link href={`/instruments/${id}/edit`} className="btn btn-outline">
                {t('form.edit')}
              </Link>
              <RemoveButton register="instruments" id={id} name={`${f.maker} ${f.model}`} then="/instruments" />
            </div>
          )}
        </div>
        <DueList due={dueOf(f, checks, today)} />
        <section>
          <h2 className="mb-1 text-lg font-semibold">{t('instrument.part.channels')}</h2>
          <WideTable label={t('instrument.part.channels')}>
            <thead>
              <tr className="border-b hairline text-sm quiet">
                {['channel', 'range', 'resolution', 'accuracy', 'origin'].map((c) => (
                  <th key={c} scope="col" className="py-2 pr-4 font-normal">
                    {wordsFor(`doc.field.${c}`)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {channels.map((c) => (
                <tr key={c.id} className="border-b hairline">
                  <th scope="row" className="py-2 pr-4 font-semibold">
                    {t(`channel.${c.channel}`)}
                  </th>
                  <td className="py-2 pr-4 whitespace-nowrap">
                    {readingText(c.channel, c.min, units)} – {readingText(c.channel, c.max, units)}
                  </td>
                  <td className="py-2 pr-4 whitespace-nowrap">{spanText(c.channel, c.resolution, units)}</td>
                  <td className="min-w-56 py-2 pr-4">{accuracyText(c, units)}</td>
                  <td className={`py-2 ${c.origin === 'computed' ? 'text-warning' : 'quiet'}`}>{t(`origin.${c.origin}`)}</td>
                </tr>
              ))}
            </tbody>
          </WideTable>
        </section>
        <section>
          <h2 className="mb-2 text-lg font-semibold">{t('instrument.drift')}</h2>
          <Drift channels={channels} checks={checks} units={units} />
        </section>
        <Checks
          instrumentId={id}
          channels={channels}
          checks={checks}
          units={units}
          today={today}
          allowed={may(actor, 'instrument.check') && entry.deletedAt === null}
        />
      </div>
    </Frame>
  )
}
