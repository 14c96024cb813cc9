'use client'

import { JOB_KINDS, type JobKind } from '@lucerna/core/procedure'
import { Field } from '@/ui/Field'
import { t } from '@/messages/places'

/** What a visit is for. */
export function JobSelect({
  id,
  value,
  onChange,
}: {
  readonly id: string
  readonly value: JobKind
  readonly onChange: (job: JobKind) => void
}) {
  return (
    <Field id={id} label={t('job.choose')}>
      <select id={id} className="select press w-full" value={value} onChange={(e) => onChange(e.target.value as JobKind)}>
        {JOB_KINDS.map((job) => (
          <option key={job} value={job}>
            {t(`job.${job}`)}
          </option>
        ))}
      </select>
    </Field>
  )
}
