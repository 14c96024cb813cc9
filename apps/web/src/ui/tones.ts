/** What the far view says by sound: settled is one steady tone, a beat is short, danger three falling pairs that nothing else sounds like. */
const TONES = {
  settled: [{ hz: 660, fromS: 0, forS: 0.9 }],
  beat: [{ hz: 990, fromS: 0, forS: 0.08 }],
  danger: [0, 0.5, 1].flatMap((s) => [
    { hz: 1320, fromS: s, forS: 0.18 },
    { hz: 880, fromS: s + 0.2, forS: 0.22 },
  ]),
} as const
export type Tone = keyof typeof TONES

/** Plays a tone once; silent where there is no sound. */
export function playTone(tone: Tone): void {
  if (typeof AudioContext === 'undefined') return
  const context = new AudioContext()
  const end = Math.max(
    ...TONES[tone].map(({ hz, fromS, forS }) => {
      const oscillator = context.createOscillator()
      const gain = context.createGain()
      const at = context.currentTime + fromS
      oscillator.frequency.value = hz
      // Soft edges: a switched tone clicks.
      gain.gain.setValueAtTime(0, at)
      gain.gain.linearRampToValueAtTime(0.25, at + 0.02)
      gain.gain.setValueAtTime(0.25, at + forS - 0.03)
      gain.gain.linearRampToValueAtTime(0, at + forS)
      oscillator.connect(gain).connect(context.destination)
      oscillator.start(at)
      oscillator.stop(at + forS)
      return fromS + forS
    }),
  )
  setTimeout(() => void context.close(), (end + 0.2) * 1000)
}
