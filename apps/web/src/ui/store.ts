/** State that lives outside of React: whoever subscribes is told of every change, and reads the newest snapshot. Made for `useSyncExternalStore`. */
export abstract class Store<Snapshot> {
  private readonly listeners = new Set<() => void>()
  private current: Snapshot

  constructor(initial: Snapshot) {
    this.current = initial
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** The same object until something changes. */
  readonly getSnapshot = (): Snapshot => this.current

  protected publish(next: Snapshot): void {
    this.current = next
    for (const listener of this.listeners) listener()
  }
}
