export { changesOf, type ReportChange } from './changes'
export { moveResults } from './moveResults'
export { type Done, type Found, isTold, type Safety, summarise, type Summary, type ToDo } from './summary'
export { CORE_VERSION, makeReport, type Report, type ReportFacts, type ReportLine, reportSchema } from './report'
