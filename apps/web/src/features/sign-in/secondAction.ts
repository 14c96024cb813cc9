'use server'

import { APIError } from 'better-auth/api'
import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { auth } from '@/server/auth'
import { nextPath } from '@/server/nextPath'
import { t } from '@/messages/account'

const formSchema = z.object({
  kind: z.enum(['app', 'recovery']),
  code: z
    .string()
    .max(40)
    .transform((code) => code.replaceAll(/\s/g, '')),
  trust: z.literal('on').optional(),
  next: z.string().optional(),
})

/** The second step of signing in. Whose code is asked for stands in a cookie that the first step set, and holds for some minutes. */
export async function secondAction(_before: { readonly error: string | null }, form: FormData): Promise<{ readonly error: string | null }> {
  const read = formSchema.safeParse(Object.fromEntries(form))
  if (!read.success) return { error: t('second.wrong') }
  const { kind, code, trust } = read.data
  const asked = { body: { code, trustDevice: trust === 'on' }, headers: await headers() }
  try {
    await (kind === 'app' ? auth().api.verifyTOTP(asked) : auth().api.verifyBackupCode(asked))
  } catch (error) {
    if (!(error instanceof APIError)) throw error
    const said = error.body?.code ?? ''
    if (said === 'INVALID_CODE') return { error: t('second.wrong') }
    if (said === 'INVALID_BACKUP_CODE') return { error: t('second.wrong-recovery') }
    if (said === 'ACCOUNT_TEMPORARILY_LOCKED') return { error: t('sign-in.too-many') }
    return { error: t('second.again') }
  }
  redirect(nextPath(read.data.next))
}
