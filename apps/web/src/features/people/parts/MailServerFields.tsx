import { Field } from '@/ui/Field'
import { t } from '@/messages/account'

const FIELDS = [
  // Not of the type that a browser checks by itself: it could not show what is wrong in a part that is folded away.
  ['from', { inputMode: 'email', autoComplete: 'off' }],
  ['host', { autoComplete: 'off', autoCapitalize: 'none' }],
  ['port', { inputMode: 'numeric', placeholder: '587' }],
  ['username', { autoComplete: 'off', autoCapitalize: 'none' }],
  ['password', { type: 'password', autoComplete: 'new-password' }],
] as const

/** What a mail host asks for: sender, server, port, name and password. `prefix` goes before the names in a larger form. */
export function MailServerFields({
  typed,
  problems,
  prefix = '',
  keepsPassword = false,
}: {
  readonly typed: Readonly<Record<string, string>>
  readonly problems: Readonly<Record<string, string | undefined>>
  readonly prefix?: string
  /** One is kept: an empty field leaves it as it is. */
  readonly keepsPassword?: boolean
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {FIELDS.map(([field, more]) => {
        const name = `${prefix}${field}`
        return (
          <div key={field} className={field === 'from' ? 'sm:col-span-2' : ''}>
            <Field
              id={name}
              label={t(`mail.server.${field}`)}
              error={problems[name]}
              hint={
                field === 'port'
                  ? t('mail.server.port-hint')
                  : field === 'password' && keepsPassword
                    ? t('mail.server.password-kept')
                    : undefined
              }
            >
              <input
                id={name}
                name={name}
                className="input w-full"
                defaultValue={typed[name] ?? (field === 'port' ? '587' : '')}
                aria-invalid={problems[name] !== undefined}
                aria-describedby={`${name}-error`}
                {...more}
              />
            </Field>
          </div>
        )
      })}
    </div>
  )
}
