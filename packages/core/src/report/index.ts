export { moveResults } from './moveResults'
export { CORE_VERSION, makeReport, type Report, type ReportFacts, type ReportLine, reportSchema } from './report'
