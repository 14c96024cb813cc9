import type { Step } from '@lucerna/core/procedure'
import type { Gate, VisitAppliance } from '@lucerna/core/visit'
import { answerText, askText } from '@/ui/askText'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'

/** Name of a firing state as the card prints it. */
export const rateLabel = (appliance: VisitAppliance, id: string | null): string =>
  appliance.card.firingStates.find((s) => s.id === id)?.label ?? id ?? ''

/** Title of a step. `stepTitle(step, appliance)` → "Flue gas at Maximum"; a maker's own step has its own words. */
export const stepTitle = (step: Pick<Step, 'kind' | 'firingStateId' | 'own' | 'stationId'>, appliance: VisitAppliance): string =>
  step.own?.label ??
  t(`step.${step.kind}.title`, {
    rate: rateLabel(appliance, step.firingStateId).toLowerCase(),
    where: placeText(appliance, step.stationId, step.firingStateId),
  })

/** Where and at what rate: "flue, maximum"; a state that is no rate goes without saying. */
function placeText(appliance: VisitAppliance, station: string | null, state: string | null): string {
  const rate = appliance.card.firingStates.find((s) => s.id === state && s.kind === 'rate')
  return [station && wordsFor(`station.${station}`).toLowerCase(), rate?.label.toLowerCase()].filter(Boolean).join(', ')
}

/** Under which key a gate has its words: what smells of gas has the gas order, not that of any other finding. */
export const gateKey = (gate: Pick<Gate, 'code' | 'params'>): string =>
  gate.code === 'observation-stops' && ['smell-of-gas', 'ventilated'].includes(String(gate.params.observation)) ? 'smell-of-gas' : gate.code

/** A gate in words, with its parameters put into words too. */
export function gateText(
  gate: Pick<Gate, 'code' | 'params'>,
  appliance: VisitAppliance,
  steps: readonly Step[],
  number?: string | null,
): string {
  const p = gate.params
  const step = steps.find((s) => s.id === p.step)
  const ask = steps.flatMap((s) => s.asks).find((a) => a.id === p.observation)
  return wordsFor(`gate.${gateKey(gate)}`, {
    ...p,
    number: emergencyNumber(number),
    ...(p.measurand !== undefined && { measurand: wordsFor(`measurand.${p.measurand}`) }),
    where: placeText(appliance, p.station === undefined ? null : String(p.station), p.state === undefined ? null : String(p.state)),
    ...(p.observation !== undefined && { observation: askText(ask ?? { id: String(p.observation), label: null }) }),
    ...(p.answer !== undefined && { answer: answerText(ask, String(p.answer)) }),
    ...(p.timer !== undefined && { timer: wordsFor(`timer.${p.timer}`) }),
    ...(p.action !== undefined && { action: wordsFor(`ambient-co.${p.action}`) }),
    ...(p.kind !== undefined && { kind: wordsFor(`instrument.${p.kind}`) }),
    ...(step && { step: stepTitle(step, appliance) }),
  })
}
