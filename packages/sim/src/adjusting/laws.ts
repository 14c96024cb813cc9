/** How a screw really answers: most as the model thinks, some by laws that no model has. */
export const LAWS = ['straight', 'curved', 'sticking', 'wide-play', 'drifting', 'lagging'] as const
export type Law = (typeof LAWS)[number]

/** One screw between its head and what is felt inside. */
export class HiddenScrew {
  private head = 0
  private feltAt = 0
  private stuckFor = 0

  constructor(
    private readonly of: {
      readonly law: Law
      readonly play: number
      readonly travel: number
      /** Where its play stands at first, −0.5 to 0.5 of it. */
      readonly slack: number
      /** Of curved ones: how much the gain changes to the stop, −0.6 to 0.6; of sticking ones: what it takes to come loose, in its unit. */
      readonly bend: number
    },
  ) {
    this.feltAt = of.play * of.slack
  }

  get position(): number {
    return this.head
  }

  /** Turns the head; at a stop it goes no farther. */
  turn(amount: number): void {
    const { play, travel, law, bend } = this.of
    const half = travel / 2
    this.head = Math.min(half, Math.max(-half, this.head + amount))
    let wants = Math.min(this.head + play / 2, Math.max(this.head - play / 2, this.feltAt))
    if (law === 'sticking') {
      this.stuckFor = wants - this.feltAt
      // It holds until the strain is enough, then comes all at once.
      if (Math.abs(this.stuckFor) < bend) wants = this.feltAt
    }
    this.feltAt = wants
  }

  /** What is felt inside, as a position of a straight screw. */
  get felt(): number {
    const { law, travel, bend } = this.of
    if (law !== 'curved') return this.feltAt
    return this.feltAt * (1 + (bend * this.feltAt) / (travel / 2))
  }
}
