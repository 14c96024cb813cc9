import { firstInput, parseInput, workingById, type Working } from '@lucerna/core/workings'
import { EMIT_TABLE } from '@lucerna/core/visit'
import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { fromParams } from '@/features/workings/form'
import { lastInput } from '@/features/workings/server/memory'
import { knownOf, openVisitFor, practiceOfFirm } from '@/features/workings/server/start'
import { WorkingScreen } from '@/features/workings/WorkingScreen'
import { requireActor } from '@/server/actor'
import { isId } from '@/server/isId'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

interface Props {
  readonly params: Promise<{ id: string }>
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { id } = await params
  return { title: workingById(id) ? wordsFor(`calculation.${id}.title`) : t('calc.title') }
}

/** Facts that fit this working's fields, in place of what stands there. */
function withKnown(working: Working, input: Record<string, unknown>, known: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const own = Object.fromEntries(Object.entries(known).filter(([key]) => key in working.inputs))
  const both = { ...input, ...own }
  return parseInput(working, both).ok ? both : input
}

export default async function WorkingPage({ params, searchParams }: Props) {
  const { id } = await params
  const actor = await requireActor(`/calculators/${id}`)
  const working = workingById(id)
  if (!working) notFound()
  const query = await searchParams
  const asked = typeof query.appliance === 'string' && isId(query.appliance) ? query.appliance : null
  const [practice, remembered, known, visit] = await Promise.all([
    practiceOfFirm(actor),
    lastInput(actor, id),
    asked ? knownOf(actor, asked) : null,
    openVisitFor(actor),
  ])
  const units = practice?.units ?? 'metric'
  const first = firstInput(working, units)
  const linked = fromParams(working, query, first)
  const begun = known ? withKnown(working, { ...(remembered ?? first) }, known.inputs) : (remembered ?? first)
  const said = linked?.broken
    ? t('calc.link-broken')
    : linked
      ? null
      : known
        ? t('calc.for-appliance', { name: known.name })
        : remembered
          ? t('calc.remembered')
          : null
  return (
    <Frame title={wordsFor(`calculation.${id}.title`)} subtitle={wordsFor(`calculation.${id}.what`)} here="workings" person={actor}>
      <WorkingScreen
        key={`${id} ${asked ?? ''}`}
        workingId={id}
        start={{ input: linked?.input ?? begun, doubts: linked?.doubts ?? {}, units, appliance: known ? asked : null }}
        said={said}
        visit={visit}
        tightness={practice?.tightness ?? []}
        mayRecord={EMIT_TABLE[actor.role]['note.added'] !== 'no' && EMIT_TABLE[actor.role]['reading.taken'] !== 'no'}
        userId={actor.userId}
      />
    </Frame>
  )
}
