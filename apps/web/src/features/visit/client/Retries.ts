import { RETRY_MS } from './retry'

/**
 * When to try again what the server has not got: later and later after each failure, and at once (`wake`) when the network is back or somebody looks at the screen
 * again. Stopped, nothing is tried: what waits is on the device.
 */
export class Retries {
  private timer: ReturnType<typeof setTimeout> | undefined
  private failures = 0
  private running = false

  constructor(private readonly wake: () => void) {}

  /** Listens until what it answers is called. */
  start(): () => void {
    this.running = true
    window.addEventListener('online', this.wake)
    window.addEventListener('focus', this.wake)
    return () => {
      this.running = false
      clearTimeout(this.timer)
      window.removeEventListener('online', this.wake)
      window.removeEventListener('focus', this.wake)
    }
  }

  /** A try begins: the one that was planned is not needed. */
  trying(): void {
    clearTimeout(this.timer)
  }

  /** The server answered: the next failure waits shortly again. */
  reached(): void {
    this.failures = 0
  }

  later(again: () => void): void {
    if (!this.running) return
    this.timer = setTimeout(again, RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)])
  }
}
