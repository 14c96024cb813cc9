import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { BURNER_KINDS } from '@lucerna/core/appliance'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet, type Step } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import type { VisitAppliance } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { emergencyNumber } from '@/ui/emergency'
import { answerText, askText } from '@/ui/askText'
import { t } from '@/messages/visit'
import { rateLabel, stepTitle } from './parts/context'

/** The annual service of each burner kind as it is printed in `docs/sheets`; a wanted change is written with `UPDATE_GOLDEN=1`. */
const FOLDER = path.resolve(__dirname, '../../../../../docs/sheets')

function stepLines(step: Step, appliance: VisitAppliance): string[] {
  const wants = [
    ...step.zeroes.map((z) => `zero: ${t(`instrument.${z}`)}`),
    ...step.asks.map((a) => `${askText(a)}: ${a.answers.map((x) => answerText(a, x).toLowerCase()).join(' / ')}`),
    ...step.timers.map((c) => `clock: ${t(`timer.${c.id}`)}, ${c.seconds} s`),
    ...step.needs.map(
      (n) =>
        `read: ${t(`measurand.${n.measurandId}`)}, ${t(`station.${n.stationId}`).toLowerCase()}, ${rateLabel(appliance, n.firingStateId).toLowerCase()}${n.optional ? ` (${t('need.optional')})` : ''}`,
    ),
    ...step.cautions.map((c) => `⚠ ${t(`safe.${c}`)}`),
  ]
  const what = step.own ? `${step.own.why} (${step.own.doc}, p. ${step.own.page})` : t(`step.${step.kind}.what`)
  return [`1. **${stepTitle(step, appliance)}** – ${what}`, ...wants.map((w) => `   - ${w}`)]
}

test.each(BURNER_KINDS)('the printed sheet of %s is the one that the program makes', (kind) => {
  const card = DEMO_CARDS.find((c) => c.burnerKind === kind)!
  const practice = SHIPPED_PRACTICES.find((p) => p.units === (card.ratings[0]!.gas === 'pipeline-gas-na' ? 'imperial' : 'metric'))!
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 12 }
  const appliance: VisitAppliance = { id: '', name: card.model, card, facts, lastVisit: {} }
  const steps = unwrap(runSheet('annual-service', card, practice, facts))
  const text = [
    `# ${t(`burner.${kind}`)}: annual service`,
    '',
    `${card.maker} ${card.model}, ${t(`gas.${facts.gas}`)}, practice “${practice.title}”. ${t('caution.first', { number: emergencyNumber(null) })} ${t('caution.rest')}`,
    '',
    ...steps.flatMap((s) => stepLines(s, appliance)),
    '',
  ].join('\n')
  const file = path.join(FOLDER, `${kind}.md`)
  if (process.env.UPDATE_GOLDEN === '1') {
    mkdirSync(FOLDER, { recursive: true })
    writeFileSync(file, text)
  }
  expect(text).toBe(readFileSync(file, 'utf8'))
})
