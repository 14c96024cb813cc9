import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { sequence } from './en-GB/sequence'
import { visit } from './en-GB/visit'
import { danger } from './en-GB/danger'
import { live } from './en-GB/live'
import { steps } from './en-GB/steps'
import { answers } from './en-GB/answers'
import { events } from './en-GB/events'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { sequence as sequenceUS } from './en-US/sequence'
import { visit as visitUS } from './en-US/visit'
import { danger as dangerUS } from './en-US/danger'
import { live as liveUS } from './en-US/live'
import { steps as stepsUS } from './en-US/steps'
import { answers as answersUS } from './en-US/answers'
import { events as eventsUS } from './en-US/events'

/** What a visit's own page says. */
export const visitAreas = [
  [shell, shellUS],
  [terms, termsUS],
  [sequence, sequenceUS],
  [visit, visitUS],
  [danger, dangerUS],
  [live, liveUS],
  [steps, stepsUS],
  [answers, answersUS],
  [events, eventsUS],
] as const

/** Words for the visit. */
export const t = words(...visitAreas)
