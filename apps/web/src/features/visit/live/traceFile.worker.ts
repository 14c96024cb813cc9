import { expose } from 'comlink'
import { readTraceFile } from './traceFile'

type Given = Parameters<typeof readTraceFile>
/** How far it is goes out as a plain message beside the calls. */
const tell = (share: number) => (globalThis as unknown as { postMessage: (message: object) => void }).postMessage({ share })

const worker = {
  read: (file: Given[0], plan: Given[1], named: Given[2], at: Given[3]): ReturnType<typeof readTraceFile> =>
    readTraceFile(file, plan, named, at, tell),
}
export type TraceWorker = typeof worker

expose(worker)
