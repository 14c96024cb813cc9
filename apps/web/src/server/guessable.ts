import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import * as common from '@zxcvbn-ts/language-common'
import * as english from '@zxcvbn-ts/language-en'

/** Below this a program finds it within so many tries that a stolen table of hashes gives it away (0 to 4). */
const ENOUGH = 2
/** What is longer is not looked at in full: the measure costs more than linear time. */
const LOOKED_AT = 100

let judge: ZxcvbnFactory | undefined

/**
 * Whether a password is one of those that are tried first: repeated, in a row, a common word, or made of what is known of the person.
 *
 * @example
 * isGuessable('aaaaaaaaaa') // true
 * isGuessable('a lamp in the dark') // false
 */
export function isGuessable(password: string, known: readonly string[] = []): boolean {
  judge ??= new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    useLevenshteinDistance: false,
  })
  return judge.check(password.slice(0, LOOKED_AT), [...known, 'lucerna']).score < ENOUGH
}
