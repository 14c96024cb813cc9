import { createHash } from 'node:crypto'
import { Readable } from 'node:stream'
import { finished } from 'node:stream/promises'
import yazl from 'yazl'

/** Bytes of a piece. */
const PIECE = 1_000_000

export interface ZipEntry {
  readonly sha256: string
}

/** A zip that is handed on in pieces while it is filled: neither it nor an entry is ever held whole. */
export class ChunkedZip {
  private readonly zip = new yazl.ZipFile()
  private readonly kept: Promise<void>
  private failure: Error | null = null

  /** @param keep takes a piece; what it throws ends the zip */
  constructor(
    private readonly at: Date,
    keep: (piece: Buffer, position: number) => Promise<void>,
  ) {
    this.kept = this.pump(keep)
    // Told where the next entry is added, or at the end.
    this.kept.catch((error: Error) => (this.failure = error))
  }

  private async pump(keep: (piece: Buffer, position: number) => Promise<void>): Promise<void> {
    let parts: Buffer[] = []
    let size = 0
    let position = 0
    const send = async () => {
      await keep(Buffer.concat(parts), position++)
      parts = []
      size = 0
    }
    for await (const part of this.zip.outputStream as AsyncIterable<Buffer>) {
      parts.push(part)
      size += part.length
      if (size >= PIECE) await send()
    }
    if (size > 0) await send()
  }

  /** Adds an entry and waits until it is through. @throws what keeping a piece threw */
  async add(
    name: string,
    content: AsyncIterable<string | Buffer> | Iterable<string | Buffer>,
    { compress = true } = {},
  ): Promise<ZipEntry> {
    const sum = createHash('sha256')
    async function* counted() {
      for await (const part of content) {
        const bytes = typeof part === 'string' ? Buffer.from(part) : part
        sum.update(bytes)
        yield bytes
      }
    }
    const stream = Readable.from(counted(), { objectMode: false })
    this.zip.addReadStream(stream, name, { mtime: this.at, compress })
    await Promise.race([finished(stream), this.kept.then(() => Promise.reject(new Error('The zip ended before its entry.')))])
    if (this.failure) throw this.failure
    return { sha256: sum.digest('hex') }
  }

  /** Closes it and waits for the last piece. */
  async end(): Promise<void> {
    this.zip.end()
    await this.kept
  }
}
