import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { problems } from './en-GB/problems'
import { signIn } from './en-GB/sign-in'
import { account } from './en-GB/account'
import { search } from './en-GB/search'
import { forms } from './en-GB/forms'
import { terms } from './en-GB/terms'
import { explained } from './en-GB/explained'
import { today } from './en-GB/today'
import { places } from './en-GB/places'
import { setup } from './en-GB/setup'
import { faults } from './en-GB/faults'
import { visit } from './en-GB/visit'
import { visitLater } from './en-GB/visit-later'
import { danger } from './en-GB/danger'
import { live } from './en-GB/live'
import { anyFigure } from './en-GB/figure'
import { find } from './en-GB/find'
import { steps } from './en-GB/steps'
import { answers } from './en-GB/answers'
import { sequence } from './en-GB/sequence'
import { events } from './en-GB/events'
import { traces } from './en-GB/traces'
import { report } from './en-GB/report'
import { people } from './en-GB/people'
import { instruments } from './en-GB/instruments'
import { documents } from './en-GB/documents'
import { exchange } from './en-GB/exchange'
import { label } from './en-GB/label'
import { status } from './en-GB/status'
import { room } from './en-GB/room'
import { calculations } from './en-GB/calculations'
import { calc } from './en-GB/calc'
import { calcFields } from './en-GB/calc-fields'
import { calcSaid } from './en-GB/calc-said'
import { shell as shellUS } from './en-US/shell'
import { problems as problemsUS } from './en-US/problems'
import { signIn as signInUS } from './en-US/sign-in'
import { account as accountUS } from './en-US/account'
import { search as searchUS } from './en-US/search'
import { forms as formsUS } from './en-US/forms'
import { terms as termsUS } from './en-US/terms'
import { explained as explainedUS } from './en-US/explained'
import { today as todayUS } from './en-US/today'
import { places as placesUS } from './en-US/places'
import { setup as setupUS } from './en-US/setup'
import { faults as faultsUS } from './en-US/faults'
import { visit as visitUS } from './en-US/visit'
import { visitLater as visitLaterUS } from './en-US/visit-later'
import { danger as dangerUS } from './en-US/danger'
import { live as liveUS } from './en-US/live'
import { anyFigure as anyFigureUS } from './en-US/figure'
import { find as findUS } from './en-US/find'
import { steps as stepsUS } from './en-US/steps'
import { answers as answersUS } from './en-US/answers'
import { sequence as sequenceUS } from './en-US/sequence'
import { events as eventsUS } from './en-US/events'
import { traces as tracesUS } from './en-US/traces'
import { report as reportUS } from './en-US/report'
import { people as peopleUS } from './en-US/people'
import { instruments as instrumentsUS } from './en-US/instruments'
import { documents as documentsUS } from './en-US/documents'
import { exchange as exchangeUS } from './en-US/exchange'
import { label as labelUS } from './en-US/label'
import { status as statusUS } from './en-US/status'
import { room as roomUS } from './en-US/room'
import { calculations as calculationsUS } from './en-US/calculations'
import { calc as calcUS } from './en-US/calc'
import { calcFields as calcFieldsUS } from './en-US/calc-fields'
import { calcSaid as calcSaidUS } from './en-US/calc-said'

/** Words for the server: all there are. Nothing that a browser loads imports this. */
export const t = words(
  [shell, shellUS],
  [problems, problemsUS],
  [signIn, signInUS],
  [account, accountUS],
  [search, searchUS],
  [forms, formsUS],
  [terms, termsUS],
  [explained, explainedUS],
  [today, todayUS],
  [places, placesUS],
  [setup, setupUS],
  [faults, faultsUS],
  [visit, visitUS],
  [visitLater, visitLaterUS],
  [danger, dangerUS],
  [live, liveUS],
  [anyFigure, anyFigureUS],
  [find, findUS],
  [steps, stepsUS],
  [answers, answersUS],
  [sequence, sequenceUS],
  [events, eventsUS],
  [report, reportUS],
  [traces, tracesUS],
  [people, peopleUS],
  [instruments, instrumentsUS],
  [documents, documentsUS],
  [exchange, exchangeUS],
  [label, labelUS],
  [status, statusUS],
  [room, roomUS],
  [calculations, calculationsUS],
  [calc, calcUS],
  [calcFields, calcFieldsUS],
  [calcSaid, calcSaidUS],
)
