import { inFirm } from '@/db/client'
import { listMembers } from '@/features/people/server'
import { type Actor, unitsOf } from '@/server/actor'
import { Frame } from '@/features/frame'
import { InstrumentForm } from './InstrumentForm'
import type { InstrumentFields } from './schemas'

/** The page around the form of a new or known instrument. */
export async function FormFrame({
  actor,
  title,
  id,
  version,
  fields,
}: {
  readonly actor: Actor
  readonly title: string
  readonly id: string | null
  readonly version: number | null
  readonly fields: InstrumentFields
}) {
  const members = await inFirm(actor, (tx) => listMembers(tx, actor, new Date().toISOString()))
  return (
    <Frame title={title} here="more" person={actor}>
      <div className="mx-auto max-w-3xl p-4 lg:py-8">
        <InstrumentForm
          id={id}
          first={fields}
          version={version}
          people={members.map((m) => ({ value: m.userId, label: m.name }))}
          units={unitsOf(actor)}
        />
      </div>
    </Frame>
  )
}
