/**
 * A draft whose parts are lent out: what was handed out stands still, and who writes to a part that is out writes to a copy, once. So a state costs
 * what changed since the one before, not a copy of everything.
 *
 * @example
 * const held = new Held({ notes: ['a'] })
 * const before = held.lend()
 * held.own('notes').push('b')
 * before.notes // ['a']
 */
export class Held<T extends object> {
  private readonly out = new Set<keyof T>()
  private lent: Readonly<T> | null = null

  constructor(private readonly value: T) {}

  /** For reading only. */
  get now(): Readonly<T> {
    return this.value
  }

  /** A part to write to. */
  own<K extends keyof T>(key: K): T[K] {
    this.lent = null
    if (this.out.delete(key)) this.value[key] = copyOf(this.value[key])
    return this.value[key]
  }

  /** Puts another value in place of a part. */
  set(parts: Partial<T>): void {
    this.lent = null
    for (const key of Object.keys(parts) as (keyof T)[]) this.out.delete(key)
    Object.assign(this.value, parts)
  }

  /** The whole as it stands now; the same object until something changes. */
  lend(): Readonly<T> {
    if (this.lent) return this.lent
    for (const key of Object.keys(this.value) as (keyof T)[]) this.out.add(key)
    return (this.lent = { ...this.value })
  }

  /** Another draft that begins as this one stands; neither sees what the other writes. */
  fork(): Held<T> {
    const other = new Held<T>({ ...this.lend() })
    for (const key of this.out) other.out.add(key)
    return other
  }
}

function copyOf<T>(part: T): T {
  if (Array.isArray(part)) return [...(part as unknown[])] as T
  if (part instanceof Map) return new Map(part) as T
  return typeof part === 'object' && part !== null ? { ...part } : part
}
