/** A voice that speaks on this device without sending anything anywhere; none, where there is no such voice. */
function localVoice(): SpeechSynthesisVoice | undefined {
  if (typeof speechSynthesis === 'undefined') return undefined
  const voices = speechSynthesis.getVoices().filter((v) => v.localService)
  return voices.find((v) => v.lang.startsWith('en')) ?? voices[0]
}

export const hasLocalVoice = (): boolean => localVoice() !== undefined

/** Says something aloud by a local voice; what is being said is broken off. Silent where there is none. */
export function say(text: string): void {
  const voice = localVoice()
  if (!voice || text === '') return
  const words = new SpeechSynthesisUtterance(text)
  words.voice = voice
  words.lang = voice.lang
  speechSynthesis.cancel()
  speechSynthesis.speak(words)
}
