import { expose } from 'comlink'
import { readTraceFile } from './traceFile'

const worker = {
  // Looked up when it is called: the bundle may put this together before the module that it comes from.
  read: (...given: Parameters<typeof readTraceFile>): ReturnType<typeof readTraceFile> => readTraceFile(...given),
}
export type TraceWorker = typeof worker

expose(worker)
