import { t } from '@/messages/forms'
import { hasWords, wordsFor } from '@/ui/words'

interface Issue {
  readonly message: string
  readonly code?: string | undefined
  readonly minimum?: unknown
  readonly maximum?: unknown
}

/** What is wrong with one field, in words: our own messages are keys, the library's are put into ours by kind. */
export function fieldWords(issue: Issue): string {
  const params = {
    ...(issue.minimum !== undefined && { min: String(issue.minimum) }),
    ...(issue.maximum !== undefined && { max: String(issue.maximum) }),
  }
  if (hasWords(issue.message)) return wordsFor(issue.message, params)
  return t(issue.code === 'too_big' ? 'field.too-long' : issue.code === 'unrecognized_keys' ? 'field.unknown' : 'field.invalid', params)
}
