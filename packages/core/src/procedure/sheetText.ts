import type { Step } from './step'

const line = (what: string, of: readonly string[]): string[] => (of.length > 0 ? [`${what}: ${of.join(', ')}`] : [])

/**
 * A run sheet as plain text, a line for each step and for each kind of thing it wants: for reading, printing and comparing.
 *
 * @example
 * sheetText(sheet) // '1 make-safe [arrive, room] never skipped\n    zero: gas-detector, analyser, manometer\n    ask: smell-of-gas, …'
 */
export function sheetText(steps: readonly Step[]): string {
  return steps
    .map((step, i) => {
      const facts = [step.stage, step.stationId, step.firingStateId, step.sectionId && `section ${step.sectionId}`]
        .filter(Boolean)
        .join(', ')
      const after = step.after.filter((id) => id !== 'make-safe')
      const lines = [
        `${String(i + 1).padStart(2)} ${step.id} [${facts}]${step.skip === 'never' ? ' never skipped' : ''}${after.length > 0 ? ` after ${after.join(', ')}` : ''}`,
        ...line('zero', step.zeroes),
        ...line(
          'ask',
          step.asks.map((a) => `${a.id}${a.mustRenew ? ' (renew)' : ''}`),
        ),
        ...line(
          'opens',
          step.opens.map((o) => o.key),
        ),
        ...line(
          'clock',
          step.timers.map((t) => `${t.id} ${t.seconds} s`),
        ),
        ...line(
          'read',
          step.needs.map(
            (n) =>
              `${n.measurandId} at ${n.stationId}${n.sectionId ? ` #${n.sectionId}` : ''} in ${n.firingStateId}${n.optional ? ' (if it can be had)' : ''}`,
          ),
        ),
        ...line('caution', step.cautions),
      ]
      return `${lines.join('\n    ')}\n`
    })
    .join('')
}
