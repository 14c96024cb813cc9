import { expose } from 'comlink'
import { readTraceFile } from './traceFile'

const worker = { readTraceFile }
export type TraceWorker = typeof worker

expose(worker)
