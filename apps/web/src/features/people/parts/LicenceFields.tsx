'use client'

import { ROLES } from '@lucerna/core/visit'
import { described, Field } from '@/ui/Field'
import { t } from '@/messages/people'
import { wordsFor } from '@/ui/words'

export interface RoleDraft {
  readonly role: string
  readonly licenceNumber: string
  readonly licenceUntil: string
}

/** Role and licence: asked alike when inviting and when changing. */
export function LicenceFields({
  prefix,
  draft,
  problems,
  onChange,
}: {
  readonly prefix: string
  readonly draft: RoleDraft
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (part: Partial<RoleDraft>) => void
}) {
  return (
    <>
      <Field id={`${prefix}-role`} label={t('people.role')} error={problems.role}>
        <select
          {...described(`${prefix}-role`, problems.role)}
          className="select w-full"
          value={draft.role}
          onChange={(e) => onChange({ role: e.target.value })}
        >
          {ROLES.map((r) => (
            <option key={r} value={r}>
              {t(`role.${r}`)}
            </option>
          ))}
        </select>
        <p className="text-sm quiet">{wordsFor(`role-may.${draft.role}`)}</p>
      </Field>
      {(draft.role === 'lead' || draft.role === 'technician') && (
        <div className="grid gap-4 sm:grid-cols-2">
          <Field id={`${prefix}-number`} label={t('people.licence-number')} error={problems.licenceNumber}>
            <input
              {...described(`${prefix}-number`, problems.licenceNumber)}
              className="input w-full"
              value={draft.licenceNumber}
              onChange={(e) => onChange({ licenceNumber: e.target.value })}
            />
          </Field>
          <Field id={`${prefix}-until`} label={t('people.licence-until')} error={problems.licenceUntil}>
            <input
              type="date"
              {...described(`${prefix}-until`, problems.licenceUntil)}
              className="input w-full"
              value={draft.licenceUntil}
              onChange={(e) => onChange({ licenceUntil: e.target.value })}
            />
          </Field>
        </div>
      )}
    </>
  )
}

/** A draft as the API takes it: who needs no licence sends none. */
export const roleFields = (draft: RoleDraft) => {
  const licensed = draft.role === 'lead' || draft.role === 'technician'
  return {
    role: draft.role,
    licenceNumber: licensed ? draft.licenceNumber : null,
    licenceUntil: licensed && draft.licenceUntil ? draft.licenceUntil : null,
  }
}
