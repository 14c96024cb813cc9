import { readingKey } from '@lucerna/core/visit'
import type { Step } from '@lucerna/core/procedure'
import { Grid3x3, Pencil } from 'lucide-react'
import { t } from '@/messages/visit'
import { useDesk } from './context'
import type { useKeypad } from './useKeypad'

/** What the main button says before a step's figures can be taken. */
function prepareText(step: Step, rate: string): string {
  if (step.kind === 'standing' || step.kind === 'let-by' || step.kind === 'tightness') return t('prepare.gauge')
  if (step.kind === 'manifold') return t('prepare.tap', { rate })
  if (step.opens.some((o) => o.kind === 'probe-hole')) return t('prepare.probe', { rate })
  return step.firingStateId ? t('prepare.rate', { rate }) : t('prepare.open')
}

/** The buttons of a step of readings: bring the burner there, record, go on; and either what was read is corrected, or the keys are shown. */
export function RecordBar({
  step,
  rate,
  prepared,
  onPrepare,
  early,
  recordable,
  complete,
  inOrder,
  corrects,
  keys,
}: {
  readonly step: Step
  readonly rate: string
  readonly prepared: boolean
  readonly onPrepare: () => void
  /** What is recorded now was read too soon. */
  readonly early: boolean
  readonly recordable: boolean
  /** All of the step is there, and nothing waits to be recorded. */
  readonly complete: boolean
  /** Nothing of it is out of limits or was read too soon: going on is urged. */
  readonly inOrder: boolean
  readonly corrects: boolean
  readonly keys: Pick<ReturnType<typeof useKeypad>, 'wanted' | 'toggle'>
}) {
  const desk = useDesk()
  const [first] = step.needs
  return (
    <div className="flex gap-3">
      {!prepared ? (
        <button
          type="button"
          data-key="r"
          // Where a start is timed, its own button is the one that counts.
          className={`btn press flex-1 text-lg ${step.kind === 'sequence' ? 'btn-outline' : 'btn-primary'}`}
          onClick={onPrepare}
        >
          {prepareText(step, rate)}
        </button>
      ) : (
        <>
          {first && (
            <button
              type="submit"
              data-key="r"
              disabled={!recordable}
              className={`btn press flex-1 text-lg ${complete ? 'btn-outline' : 'btn-primary'}`}
            >
              {early ? t('record.early') : step.firingStateId ? t('record.at', { rate }) : t('record.plain')}
            </button>
          )}
          <button
            type="button"
            data-key="n"
            disabled={!complete}
            className={`btn press px-6 ${first ? '' : 'flex-1'} ${complete && inOrder ? 'btn-primary' : 'btn-outline'}`}
            onClick={() => desk.finishStep(step)}
          >
            {t('record.next')}
          </button>
        </>
      )}
      {/* What was read can be wrong; what is still to be read is typed. They take one place, so that a phone has room. */}
      {corrects && (
        <button
          type="button"
          aria-label={t('correct.open')}
          title={t('correct.open')}
          className="btn press btn-outline px-4"
          onClick={() => desk.openDialog('correct')}
        >
          <Pencil size={22} aria-hidden="true" />
        </button>
      )}
      {prepared && first && !corrects && (
        <button
          type="button"
          aria-pressed={keys.wanted}
          aria-label={t('keypad.toggle')}
          title={t('keypad.toggle')}
          className="btn press btn-outline px-4"
          onClick={() => keys.toggle(readingKey(first))}
        >
          <Grid3x3 size={22} aria-hidden="true" />
        </button>
      )}
    </div>
  )
}
