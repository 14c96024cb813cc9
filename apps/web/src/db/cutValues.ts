import { DrizzleQueryError } from 'drizzle-orm'

/** The text of a failed query without its values: they can be personal. */
export const cutValues = (text: string | undefined): string | undefined => text?.replace(/\nparams:.*?(?=\n {4}at|$)/s, '')

/**
 * Takes the values out of the error of a query before it goes further: a page that fails is logged by the framework, with all that its error says.
 *
 * @example
 * await work().catch(forgetValues)
 */
export function forgetValues(error: unknown): never {
  if (error instanceof DrizzleQueryError) {
    error.message = cutValues(error.message) ?? ''
    error.stack = cutValues(error.stack) ?? ''
    error.params = []
  }
  throw error
}
