import type { z } from 'zod'
import { Store } from './store'

export type Disk = Pick<Storage, 'getItem' | 'setItem'>
/** The device’s own storage; where there is none (on the server, or forbidden) it lasts as long as the page. */
const disk = (): Disk => (typeof localStorage === 'undefined' ? { getItem: () => null, setItem: () => undefined } : localStorage)

/** Something that is kept on this device under a name until it is begun anew. What cannot be read any more is none. */
export class Kept<T extends object> extends Store<T> {
  constructor(
    private readonly key: string,
    schema: z.ZodType<T>,
    private readonly nothing: T,
    private readonly storage: Disk = disk(),
  ) {
    super(Kept.read(storage.getItem(key), schema, nothing))
  }

  private static read<T>(text: string | null, schema: z.ZodType<T>, nothing: T): T {
    if (text === null) return nothing
    try {
      const kept = schema.safeParse(JSON.parse(text))
      return kept.success ? kept.data : nothing
    } catch {
      return nothing
    }
  }

  /** `put({ code: 'L4' })`: the rest stays. */
  put(part: Partial<T>): void {
    const next = { ...this.getSnapshot(), ...part }
    this.publish(next)
    try {
      this.storage.setItem(this.key, JSON.stringify(next))
    } catch {
      // Full or forbidden: it stays as long as the page does.
    }
  }

  begin(): void {
    this.put(this.nothing)
  }
}
