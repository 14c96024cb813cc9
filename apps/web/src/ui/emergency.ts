import '@/messages/terms'
import { wordsFor } from './words'

/** The number to call for a gas emergency, or how it is called where nobody entered it. `emergencyNumber(null)` → `'the gas emergency number'`. */
export const emergencyNumber = (known: string | null | undefined): string => known ?? wordsFor('emergency.unknown')
