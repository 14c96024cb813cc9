'use server'

import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { allowed, JOIN_FROM } from '@/server/attempts'
import { auth } from '@/server/auth'
import { ApiProblem } from '@/server/problem'
import { sourceOf } from '@/server/source'
import { fieldWords } from '@/ui/fieldWords'
import { t } from '@/messages/account'
import { openingSchema } from './schemas'
import { openFirm } from './server/open'

export interface OpeningState {
  /** By field; under the empty name, what is wrong with the whole. */
  readonly problems: Readonly<Record<string, string>>
  /** What was typed, but for the password. */
  readonly typed: Readonly<Record<string, string>>
}

/** The fields of the mail server, without what their names begin with; or all others. */
const of = (fields: Readonly<Record<string, string>>, mail: boolean): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, value]) => (name.startsWith('mail-') === mail ? [[mail ? name.slice(5) : name, value]] : [])),
  )

/** Begins a firm by the link that the server printed, signs its lead in, and leads to the day. */
export async function openingAction(_before: OpeningState, form: FormData): Promise<OpeningState> {
  const { token, again, password, examples, passkey, ...rest } = Object.fromEntries(
    [...form].map(([name, value]) => [name, typeof value === 'string' ? value.slice(0, 400) : '']),
  ) as Record<string, string>
  const fields = Object.fromEntries(Object.entries(rest).filter(([name]) => !name.startsWith('$')))
  const typed = { ...fields, 'mail-password': '', examples: examples === 'on' ? 'on' : '' }
  const wrong = (problems: Readonly<Record<string, string>>): OpeningState => ({ problems, typed })
  if (!(await allowed(`begin:${sourceOf(await headers())}`, JOIN_FROM, Date.now()))) return wrong({ '': t('sign-in.too-many') })
  const parsed = openingSchema.safeParse({
    ...of(fields, false),
    mail: fields['mail-host'] ? of(fields, true) : null,
    password,
    examples: examples === 'on',
  })
  if (!parsed.success)
    return wrong(Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('-'), fieldWords(issue)]).reverse()))
  if (again !== parsed.data.password) return wrong({ again: t('field.passwords-differ') })
  try {
    await openFirm(token ?? '', parsed.data)
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    return wrong(error.errors.length > 0 ? Object.fromEntries(error.errors.map((e) => [e.path, e.message])) : { '': error.message })
  }
  await auth().api.signInEmail({ body: { email: parsed.data.email, password: parsed.data.password }, headers: await headers() })
  redirect(passkey === '1' ? '/begin/passkey' : '/today')
}
