'use client'

import type { LooseEndKind } from '@lucerna/core/procedure'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Field } from '@/ui/Field'
import { FileButton } from '@/ui/FileButton'
import { t } from '@/messages/visit'
import { shrink } from '@/ui/shrink'
import { may, useDesk } from './context'

/** What can be temporary at any step; test points, probe holes and forced rates are opened by the steps themselves. */
const ADDABLE = [
  'selector',
  'parameter',
  'cover-off',
  'bridge',
  'safety-bridge',
  'gas-joint',
  'outlet-joint',
  'blower-lead',
  'stage-shut',
  'chamber-port',
  'electrode-adapter',
  'water-drawn',
] as const satisfies LooseEndKind[]
const SHORTEST = 3

/** Something temporary that no step knows of: with how it was before, so that it can go back. */
export function AddLooseEnd({ stepId, onAdded }: { readonly stepId: string; readonly onAdded?: () => void }) {
  const { record, role, visit, appliance, photos } = useDesk()
  const [kind, setKind] = useState<(typeof ADDABLE)[number]>('selector')
  const [label, setLabel] = useState('')
  const [before, setBefore] = useState('')
  /** With its old value, or a picture of how it was. */
  const add = async (picture: File | null) => {
    const looseEndId = uuidv7()
    const here = { stepId, applianceId: appliance.id }
    const restore = before.trim() && t('loose.back-to', { before: before.trim() })
    const caption = label.trim()
    const photoId = picture && uuidv7()
    if (picture && photoId)
      await photos.add({ id: photoId, kind: 'photo', applianceId: appliance.id, caption, picture: await shrink(picture) })
    void record([
      ...(photoId ? [{ type: 'photo.taken' as const, ...here, data: { photoId, caption } }] : []),
      {
        type: 'loose-end.opened',
        ...here,
        data: { looseEndId, kind, key: `${kind}.${looseEndId}`, label: caption, ...(restore && { restore }), ...(photoId && { photoId }) },
      },
    ])
    setLabel('')
    setBefore('')
    onAdded?.()
  }
  if (!may(role, 'loose-end.opened') || visit.status !== 'open') return null
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void add(null)
      }}
    >
      <Field id="loose-kind" label={t('loose.kind')}>
        <select id="loose-kind" className="select press" value={kind} onChange={(e) => setKind(e.target.value as typeof kind)}>
          {ADDABLE.map((k) => (
            <option key={k} value={k}>
              {t(`loose.kind.${k}`)}
            </option>
          ))}
        </select>
      </Field>
      <div className="min-w-44 flex-1">
        <Field id="loose-label" label={t('loose.add-label')}>
          <input id="loose-label" className="input press w-full" maxLength={200} value={label} onChange={(e) => setLabel(e.target.value)} />
        </Field>
      </div>
      <div className="min-w-44 flex-1">
        <Field id="loose-before" label={t('loose.add-before')}>
          <input
            id="loose-before"
            className="input press w-full"
            maxLength={400}
            value={before}
            onChange={(e) => setBefore(e.target.value)}
          />
        </Field>
      </div>
      <button className="btn press btn-outline" disabled={label.trim().length < SHORTEST}>
        {t('loose.add')}
      </button>
      <FileButton
        label={t('photos.of-item')}
        accept="image/*"
        look="press btn-outline"
        disabled={label.trim().length < SHORTEST}
        onFile={(file) => void add(file)}
      />
    </form>
  )
}
