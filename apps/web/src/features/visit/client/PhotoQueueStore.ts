import { Store } from '@/ui/store'
import { putPhoto } from './post'
import { keepOwnSignature, keepPhoto, letPhotoGo, ownSignature, type QueuedPhoto, waitingPhotos } from './queue'
import { Retries } from './Retries'

/** Pictures of a visit wait on the device like events do, and go up one after the other when the server can be reached. */
export class PhotoQueueStore extends Store<readonly QueuedPhoto[]> {
  private busy = false
  private readonly retries = new Retries(() => this.flush())

  constructor(
    private readonly visitId: string,
    private readonly userId: string,
  ) {
    super([])
  }

  /** Finds what waits on this device and keeps trying until what it answers is called. */
  start(): () => void {
    let gone = false
    const stop = this.retries.start()
    void waitingPhotos(this.visitId, this.userId).then((found) => {
      if (gone || found.length === 0) return
      const known = new Set(this.getSnapshot().map((p) => p.id))
      this.publish([...found.filter((p) => !known.has(p.id)), ...this.getSnapshot()])
      this.flush()
    })
    return () => {
      gone = true
      stop()
    }
  }

  /** Keeps a picture on the device, and sends it. */
  readonly add = async (photo: Omit<QueuedPhoto, 'visitId' | 'userId' | 'parked'>): Promise<void> => {
    const made: QueuedPhoto = { ...photo, visitId: this.visitId, userId: this.userId, parked: null }
    await keepPhoto(made)
    this.publish([...this.getSnapshot(), made])
    this.flush()
  }

  /** What this person signed with last on this device. */
  readonly ownSignature = (): Promise<Blob | null> => ownSignature(this.userId)
  readonly keepOwnSignature = (drawing: Blob): Promise<void> => keepOwnSignature(this.userId, drawing)

  readonly tryAgain = (id: string): void => {
    this.publish(this.getSnapshot().map((p) => (p.id === id ? { ...p, parked: null } : p)))
    this.flush()
  }

  readonly discard = (id: string): void => {
    this.without(id)
    void letPhotoGo(id)
  }

  readonly flush = (): void => {
    if (!this.busy) void this.sendAll()
  }

  private without(id: string): void {
    this.publish(this.getSnapshot().filter((p) => p.id !== id))
  }

  private async sendAll(): Promise<void> {
    const first = () => this.getSnapshot().find((p) => !p.parked)
    this.busy = true
    this.retries.trying()
    try {
      for (let next = first(); next; next = first()) {
        const { id } = next
        const answer = await putPhoto(next)
        if (answer.kind === 'kept') {
          this.retries.reached()
          this.without(id)
          await letPhotoGo(id)
        } else if (answer.kind === 'refused') {
          const parked = { ...next, parked: { status: answer.status, message: answer.message } }
          this.publish(this.getSnapshot().map((p) => (p.id === id ? parked : p)))
          await keepPhoto(parked)
        } else {
          this.retries.later(() => this.flush())
          return
        }
      }
    } finally {
      this.busy = false
    }
  }
}
