import type { Step, StepKind } from '@lucerna/core/procedure'
import { Stethoscope } from 'lucide-react'
import { dateAt } from '@/ui/dates'
import { t } from '@/messages/visit'
import { useDesk } from './context'

/** Steps at which somebody looks for why it does not run. */
const FAULT_STEPS: readonly StepKind[] = ['complaint', 'dead-start', 'basics', 'repair']

/** The way to the fault desk: where somebody looks for a fault, and everywhere while one is not settled. */
export function FaultsHere({ step, onOpen }: { readonly step: Step; readonly onOpen: () => void }) {
  const { appliance, visit, timeZone } = useDesk()
  const open = visit.faults.filter((f) => !f.settled && (f.applianceId === null || f.applianceId === appliance.id))
  if (open.length === 0 && !FAULT_STEPS.includes(step.kind)) return null
  return (
    <section className="mb-5 flex flex-col items-start gap-2">
      {open.map((f) => (
        <p key={f.id} className="text-sm">
          {t(f.carried ? 'visit.fault-open.carried' : 'visit.fault-open', {
            symptom: t(`faults.symptom.${f.symptom}`),
            count: f.checks.length,
            date: dateAt(f.begunAt, timeZone),
          })}
        </p>
      ))}
      <button type="button" className="btn press btn-outline" onClick={onOpen}>
        <Stethoscope size={18} aria-hidden="true" />
        {t(open.length > 0 ? 'visit.fault-desk.go-on' : 'visit.fault-desk')}
      </button>
    </section>
  )
}
