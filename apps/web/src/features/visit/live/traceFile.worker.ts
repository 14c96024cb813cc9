import { readTraceFile } from './traceFile'

/** What a long file's worker is asked. */
export interface TraceFileAsked {
  readonly file: Blob
  readonly args: readonly [Parameters<typeof readTraceFile>[1], boolean, Parameters<typeof readTraceFile>[3]]
}
/** What it says: how far it is, at last what it read. */
export type TraceFileSaid = { readonly share: number } | { readonly read: Awaited<ReturnType<typeof readTraceFile>> }

const say = (said: TraceFileSaid) => postMessage(said)

addEventListener('message', ({ data: { file, args } }: MessageEvent<TraceFileAsked>) => {
  void readTraceFile(file, ...args, (share) => say({ share })).then((read) => say({ read }))
})
