import type { ExternalToast } from 'sonner'

type Kind = 'plain' | 'error'
interface Told {
  readonly kind: Kind
  readonly text: string
  readonly options: ExternalToast | undefined
}
type Speak = (told: Told) => void

/** What is said before the part that shows it has come. */
const waiting: Told[] = []
let speak: Speak | null = null
let ask: (() => void) | null = null

function tell(kind: Kind, text: string, options: ExternalToast | undefined): void {
  if (speak) return speak({ kind, text, options })
  waiting.push({ kind, text, options })
  ask?.()
}

/** Says something for some seconds at the edge of the page. What shows it is loaded apart from the page, after it. */
export const toast = Object.assign((text: string, options?: ExternalToast): void => tell('plain', text, options), {
  error: (text: string, options?: ExternalToast): void => tell('error', text, options),
})

/** The part that shows is there: what waited is said. */
export function toasterIsThere(how: Speak | null): void {
  speak = how
  if (how) for (const told of waiting.splice(0)) how(told)
}

/** Whoever loads the part that shows is told when it is wanted. */
export function whenToasterIsWanted(load: (() => void) | null): void {
  ask = load
  if (load && waiting.length > 0) load()
}
