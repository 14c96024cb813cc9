import { Link } from '@/ui/Link'
import { recentWorkings } from '@/features/workings/server/memory'
import { knownOf, openVisitFor } from '@/features/workings/server/start'
import { WorkingsIndex } from '@/features/workings/WorkingsIndex'
import { requireActor } from '@/server/actor'
import { isId } from '@/server/isId'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('calc.title')

export default async function WorkingsPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const actor = await requireActor('/calculators')
  const { appliance } = await searchParams
  const asked = typeof appliance === 'string' && isId(appliance) ? appliance : null
  const [recent, visit, known] = await Promise.all([recentWorkings(actor, 6), openVisitFor(actor), asked ? knownOf(actor, asked) : null])
  return (
    <Frame title={t('calc.title')} here="workings" person={actor}>
      <p className="mx-auto flex max-w-5xl flex-wrap gap-x-6 px-4 pt-4">
        <Link href="/set-up" className="inline-flex min-h-11 items-center text-primary hover:underline">
          {t('setup.free.open')}
        </Link>
        <Link href="/faults" className="inline-flex min-h-11 items-center text-primary hover:underline">
          {t('faults.open')}
        </Link>
      </p>
      <WorkingsIndex
        recent={recent}
        appliance={known ? asked : null}
        said={known ? t('calc.for-appliance', { name: known.name }) : null}
        visit={visit}
      />
    </Frame>
  )
}
