import type { Adjuster } from '@lucerna/core/appliance'
import { amountText, turnsText } from '@/ui/turns'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/setup'

const R = 22
const at = (turns: number): { x: number; y: number } => ({
  x: 28 + R * Math.sin(turns * 2 * Math.PI),
  y: 28 - R * Math.cos(turns * 2 * Math.PI),
})

/** An arc of the rim from one position to another, less than one turn of it. */
function arc(from: number, to: number): string {
  const by = Math.max(-0.999, Math.min(0.999, to - from))
  const [a, b] = [at(from), at(from + by)]
  return `M${a.x} ${a.y}A${R} ${R} 0 ${Math.abs(by) > 0.5 ? 1 : 0} ${by > 0 ? 1 : 0} ${b.x} ${b.y}`
}

/** The screw's head: its slot as it is, the arc turned from as found, and where a proposed move takes it. */
export function Dial({ net, by = 0, size = 56 }: { readonly net: number; readonly by?: number; readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 56 56" aria-hidden="true" className="shrink-0">
      <circle cx="28" cy="28" r={R} fill="none" stroke="var(--hairline)" strokeWidth="3" />
      {net !== 0 && <path d={arc(0, net)} fill="none" stroke="var(--color-secondary)" strokeWidth="4" />}
      {by !== 0 && <path d={arc(net, net + by)} fill="none" stroke="var(--color-primary)" strokeWidth="5" />}
      {by !== 0 && (
        <path
          d="M14 28H42"
          stroke="var(--color-primary)"
          strokeWidth="2.5"
          strokeDasharray="4 3"
          strokeLinecap="round"
          transform={`rotate(${(net + by) * 360} 28 28)`}
        />
      )}
      <path
        d="M14 28H42"
        stroke="var(--color-base-content)"
        strokeWidth="4"
        strokeLinecap="round"
        transform={`rotate(${net * 360} 28 28)`}
      />
    </svg>
  )
}

/** A move as it is made: “¼ turn anticlockwise”, “2 steps up”; with its rate as it was made. */
export function turnText(amount: number, unit: Adjuster['unit'], rate?: string): string {
  const how = unit === 'step' ? (amount > 0 ? 'up' : 'down') : amount > 0 ? 'clockwise' : 'anticlockwise'
  const said = amountText(amount, unit)
  return rate === undefined ? t(`setup.turn.${how}`, { amount: said }) : t(`setup.was.${how}`, { amount: said, rate })
}

export const netText = (net: number, unit: Adjuster['unit']): string =>
  net === 0
    ? t('adjust.untouched')
    : t(net > 0 ? 'adjust.net-clockwise' : 'adjust.net-anticlockwise', { n: unit === 'turn' ? turnsText(net) : Math.abs(net) })

/** What to mind at a screw: the neighbour that is not touched, the case that it is inside of. */
export function ScrewCautions({ adjuster }: { readonly adjuster: Adjuster }) {
  const said = [
    ...(adjuster.keepOff ? [t('adjust.keep-off', { what: adjuster.keepOff })] : []),
    ...(adjuster.insideCase ? [t('adjust.inside-case')] : []),
  ]
  return said.map((words) => (
    <p key={words} className="flex gap-2 text-sm text-warning">
      <WarningSign size={18} />
      {words}
    </p>
  ))
}
