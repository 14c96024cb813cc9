import { type FileProblem, readTraceFile, type TraceFile } from './traceFile'
import type { TraceFileAsked, TraceFileSaid } from './traceFile.worker'

/** A file longer than this is read by a worker: the page stays quick. Bytes. */
const IN_PLACE_BYTES = 500_000

/** As `readTraceFile`, without holding the page up: a long file is read by a worker, in place where none starts. Ends unanswered once `signal` says so. */
export function readTraceAside(
  ...[file, plan, named, at, onProgress, signal]: [...Required<Parameters<typeof readTraceFile>>, AbortSignal]
) {
  const inPlace = () => readTraceFile(file, plan, named, at, onProgress)
  if (file.size <= IN_PLACE_BYTES || typeof Worker === 'undefined') return inPlace()
  return new Promise<TraceFile | FileProblem>((resolve, reject) => {
    const worker = new Worker(new URL('./traceFile.worker.ts', import.meta.url), { type: 'module' })
    signal.addEventListener('abort', () => worker.terminate())
    worker.onmessage = ({ data }: MessageEvent<TraceFileSaid>) => {
      if ('share' in data) return onProgress(data.share)
      worker.terminate()
      resolve(data.read)
    }
    worker.onerror = () => {
      worker.terminate()
      inPlace().then(resolve, reject)
    }
    const asked: TraceFileAsked = { file, args: [plan, named, at] }
    worker.postMessage(asked)
  })
}
