import type { Breach, EventType, NotYet, NoVerdict, Verdict } from '@lucerna/core/visit'

/** Words that every type of event must have: one without them does not pass the type check. */
const eventWords = {
  'event.visit.started': 'Start of the visit',
  'event.instruments.chosen': 'Instruments chosen',
  'event.instrument.zeroed': 'Instrument zeroed',
  'event.instrument.allowed': 'Instrument used out of calibration',
  'event.instrument.response-seen': 'CO cell responded',
  'event.observation.made': 'Something looked at',
  'event.state.commanded': 'Brought to a rate',
  'event.reading.taken': 'Reading',
  'event.reading.corrected': 'Correction of a reading',
  'event.step.done': 'Step done',
  'event.step.skipped': 'Step skipped',
  'event.step.not-applicable': 'Step does not apply',
  'event.gate.overridden': 'Passed with a reason',
  'event.adjustment.made': 'Screw turned',
  'event.loose-end.opened': 'Loose end opened',
  'event.loose-end.closed': 'Loose end closed',
  'event.defect.found': 'Defect',
  'event.part.fitted': 'Part fitted',
  'event.note.added': 'Remark',
  'event.work.confirmed': 'Work confirmed',
  'event.appliance.outcome-set': 'How it is left',
  'event.visit.closed': 'Close of the visit',
  'event.visit.reopened': 'Visit reopened',
  'event.timer.started': 'Clock started',
  'event.timer.ended': 'Clock run out',
  'event.start.tried': 'Start tried',
  'event.live-test.allowed': 'Live test begun',
  'event.item.disturbed': 'Taken apart',
  'event.item.refitted': 'Put back',
  'event.symptom.noted': 'Symptom',
  'event.signature.given': 'Signature',
  'event.photo.taken': 'Photograph',
  'event.defect.mended': 'Defect put right',
} satisfies Record<`event.${EventType}`, string>

/** Rules that were broken when something was written down. */
const breachWords = {
  'breach.after-closing': 'Recorded after closing',
  'breach.before-start': 'Recorded before the start',
  'breach.started-twice': 'Started twice',
  'breach.no-appliance': 'Belongs to no appliance',
  'breach.no-such-reading': 'Corrects a reading that is not there',
  'breach.no-step': 'Belongs to no step',
  'breach.gas-joint-without-leak-check': 'A gas joint was called closed without a leak check',
  'breach.fired-against-a-stop': 'Brought to a rate while something stood against firing',
  'breach.dismantled-before-proved-dead': 'A lead was taken off before it was proved dead',
  'breach.refitted-without-its-check': 'Put back without the check that it wants',
  'breach.adjusted-before-judged': 'A screw was turned before “clean or adjust?” was answered',
  'breach.adjusted-without-the-job': 'A screw was turned in a job that adjusts nothing',
} satisfies Record<`breach.${Breach}`, string>

/** Why there is a verdict, or none. */
const becauseWords = {
  'because.inside': '',
  'because.goal-missed': 'inside the limit, but a well-set burner does better',
  'because.near-limit': 'nearer to the limit than the instrument’s doubt',
  'because.outside': '{{by}} {{unit}} {{side}}',
  'because.outside-within-doubt': '{{by}} {{unit}} {{side}}, by less than the instrument’s doubt',
  'because.no-band': 'neither card nor practice gives a band',
  'because.early': 'taken too early: measure again when it has settled',
  'because.no-instrument': 'no instrument of yours measures this: its doubt is unknown',
  'because.no-channel': 'this instrument does not measure that',
  'because.not-zeroed': 'the instrument was not zeroed first: zero it and read again',
  'because.out-of-calibration': 'the instrument is out of calibration',
  'because.perfect-zero': 'a CO of exactly 0 from a cell that was never seen to respond: prove the cell',
  'because.diluted': 'mostly air: look for dilution, a loose probe or a leaking hose',
  'because.over-range': 'outside the instrument’s range',
  'because.computed-by-instrument': 'the instrument computed this from another gas: it proves nothing by itself',
  'because.ambiguous-limit': 'the card gives two limits for this: have the card put right',
} satisfies Record<`because.${NoVerdict | Verdict['because']}`, string>

/** What the facts of a visit refuse of an event. */
const refusedWords = {
  'refused.other-appliance': 'This appliance is not in this visit.',
  'refused.no-appliance': 'Say which appliance the reading belongs to.',
  'refused.wrong-station': '{{measurand}} is not taken at {{station}}.',
  'refused.unknown-firing-state': 'The card has no firing state “{{state}}”.',
  'refused.out-of-range': 'Out of physical range ({{min}} to {{max}}, SI).',
  'refused.not-finite': 'Out of physical range ({{min}} to {{max}}, SI).',
  'refused.unknown-instrument': 'No such instrument in this firm.',
  'refused.not-at-hand': 'This instrument is not among those at hand.',
  'refused.other-job': 'Not the job that this visit is planned for.',
  'refused.other-practice': 'Not the practice that this visit is judged by.',
  'refused.other-cards': 'Not the cards that this visit is judged by.',
  'refused.unknown-adjuster': 'The card has no such adjuster.',
  'refused.unknown-step': 'The run sheet has no such step.',
  'refused.closed': 'The visit is closed. What is left is to correct a reading, to add a remark, or to have a lead technician reopen it.',
}

/** What forbids an ending as things stand. */
const notYetWords = {
  'not-yet.not-in-service': 'It cannot be left in normal service yet; leaving it isolated or handing it over is always possible.',
  'not-yet.not-started': 'This visit was never started.',
  'not-yet.no-outcome': 'Every appliance needs an outcome before the visit can be closed.',
  'not-yet.overtaken': 'Something has changed since it was called in normal service.',
} satisfies Record<`not-yet.${NotYet['code']}`, string>

export const enEvents = { ...eventWords, ...breachWords, ...becauseWords, ...refusedWords, ...notYetWords }
