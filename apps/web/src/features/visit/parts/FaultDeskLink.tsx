import type { StepKind } from '@lucerna/core/procedure'
import Link from 'next/link'
import { t } from '@/messages/visit'
import { useDesk } from './context'

/** Steps at which somebody looks for why it does not run. */
export const FAULT_STEPS: readonly StepKind[] = ['complaint', 'dead-start', 'basics', 'repair']

/** From a breakdown to the fault desk of this card, with the code that was shown. The visit stays as it is. */
export function FaultDeskLink() {
  const { appliance, visit } = useDesk()
  const code = visit.codes.findLast((c) => c.applianceId === null || c.applianceId === appliance.id)?.code
  return (
    <p className="mb-4">
      <Link
        href={`/faults/${appliance.card.id}${code ? `?code=${encodeURIComponent(code)}` : ''}`}
        className="inline-flex min-h-11 items-center text-primary hover:underline"
      >
        {t('visit.fault-desk')}
      </Link>
    </p>
  )
}
