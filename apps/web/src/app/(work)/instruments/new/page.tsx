import { redirect } from 'next/navigation'
import { FormFrame } from '@/features/instruments/FormFrame'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { titled } from '@/server/page'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/all'

export const generateMetadata = titled('instruments.new')

export default async function NewInstrumentPage() {
  const actor = await requireActor('/instruments/new')
  if (!may(actor, 'instrument.write')) redirect('/instruments')
  const today = dayAt(new Date(), actor.timeZone)
  const fields = {
    kind: 'manometer',
    maker: '',
    model: '',
    serial: '',
    channels: [
      {
        id: 'p',
        channel: 'pressure',
        origin: 'measured',
        min: -10_000,
        max: 10_000,
        resolution: 1,
        absolute: 5,
        relative: 0.005,
        combine: 'larger',
      },
    ],
    calibratedOn: today,
    calibrationDueOn: '',
    certificate: null,
    heldBy: actor.userId,
    batteryDays: null,
    trapDays: null,
    remark: null,
  } as const
  return (
    <FormFrame actor={actor} title={t('instruments.new')} id={null} version={null} fields={{ ...fields, channels: [...fields.channels] }} />
  )
}
