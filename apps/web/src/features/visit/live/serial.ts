import type { LiveBoard } from './LiveBoard'
import { TextLines } from './TextLines'

/** The part of the browser's serial port that is used here. */
interface Port {
  open(options: { baudRate: number }): Promise<void>
  close(): Promise<void>
  readonly readable: ReadableStream<Uint8Array> | null
  readonly writable: WritableStream<Uint8Array> | null
}
interface Serial {
  requestPort(): Promise<Port>
}
const serial = (): Serial | undefined => (globalThis.navigator as (Navigator & { serial?: Serial }) | undefined)?.serial

const BAUD = 115_200

/** Whether this browser can listen to a cable. */
export const canSerial = (): boolean => serial() !== undefined

/**
 * Listens to an instrument, or its bridge, on a serial line that the person chooses; the same lines as over the network, without any. Answers with what went wrong:
 * nothing chosen, or a port that does not open.
 */
export async function openSerial(board: LiveBoard): Promise<'none-chosen' | 'not-opened' | null> {
  const port = await serial()
    ?.requestPort()
    .catch(() => null)
  if (!port) return 'none-chosen'
  try {
    await port.open({ baudRate: BAUD })
  } catch {
    return 'not-opened'
  }
  const writer = port.writable?.getWriter()
  board.source('serial', 'on', (command) => void writer?.write(new TextEncoder().encode(`${JSON.stringify(command)}\n`)).catch(() => {}))
  void listen(port, board)
  return null
}

async function listen(port: Port, board: LiveBoard): Promise<void> {
  const decoder = new TextDecoder()
  const lines = new TextLines(board)
  const reader = port.readable?.getReader()
  try {
    for (;;) {
      const piece = await reader?.read()
      if (!piece || piece.done) break
      lines.take(decoder.decode(piece.value, { stream: true }))
    }
  } catch {
    // The cable was pulled: what is shown is old from here on, and says so.
  }
  board.source('serial', 'lost')
  await port.close().catch(() => {})
}
