import { notFound, redirect } from 'next/navigation'
import { inFirm } from '@/db/client'
import { FormFrame } from '@/features/instruments/FormFrame'
import { instrumentRegister } from '@/features/instruments/server/register'
import { readEntry } from '@/server/register'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'

export const generateMetadata = titled('nav.instruments')

export default async function EditInstrumentPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/instruments/${id}/edit`)
  if (!may(actor, 'instrument.write')) redirect(`/instruments/${id}`)
  const entry = await foundOrNot(id, () => inFirm(actor, (tx) => readEntry(tx, actor, instrumentRegister, id)))
  if (entry.deletedAt) notFound()
  return (
    <FormFrame actor={actor} title={`${entry.fields.maker} ${entry.fields.model}`} id={id} version={entry.version} fields={entry.fields} />
  )
}
