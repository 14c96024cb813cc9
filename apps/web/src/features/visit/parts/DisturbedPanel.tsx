'use client'

import { DISTURBED_KIND_IDS, DISTURBED_KINDS, type DisturbedKind, SYMPTOM_KIND_IDS, type SymptomKind } from '@lucerna/core/procedure'
import { type Disturbed, powerProvedOff, suspects } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Field } from '@/ui/Field'
import { FileButton } from '@/ui/FileButton'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { shrink } from '@/ui/shrink'
import { may, useDesk } from './context'
import { Picture } from './Picture'

const SHORTEST = 2

/** Everything taken apart today, each back only with its check; and, when something new is wrong, what to look at first. */
export function DisturbedPanel({ stepId }: { readonly stepId: string }) {
  const { visit, state, appliance, role, record, photos } = useDesk()
  const [kind, setKind] = useState<DisturbedKind>('lead')
  const [label, setLabel] = useState('')
  const readOnly = !may(role, 'item.disturbed') || visit.status !== 'open'
  /** Listed with its photograph, taken before it comes off, or without one. */
  const list = async (picture: File | null) => {
    const caption = label.trim()
    setLabel('')
    const photoId = picture && uuidv7()
    if (picture && photoId)
      await photos.add({ id: photoId, kind: 'photo', applianceId: appliance.id, caption, picture: await shrink(picture) })
    const here = { stepId, applianceId: appliance.id }
    await record([
      ...(photoId ? [{ type: 'photo.taken' as const, ...here, data: { photoId, caption } }] : []),
      { type: 'item.disturbed', ...here, data: { itemId: uuidv7(), kind, label: caption, ...(photoId && { photoId }) } },
    ])
  }
  const own = visit.disturbed.filter((d) => d.applianceId === null || d.applianceId === appliance.id)
  const live = (kind === 'lead' || kind === 'earth') && !powerProvedOff(appliance.card, state)
  return (
    <section aria-labelledby="disturbed" className="mt-6 flex flex-col gap-3">
      <h3 id="disturbed" className="text-sm quiet">
        {t('disturbed.title')}
      </h3>
      {own.length === 0 ? (
        <p className="text-sm">{t('disturbed.none')}</p>
      ) : (
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {own.map((d) => (
            <ItemRow key={d.id} item={d} stepId={stepId} readOnly={readOnly} />
          ))}
        </ul>
      )}
      {!readOnly && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            void list(null)
          }}
        >
          <Field id="disturbed-kind" label={t('disturbed.kind')}>
            <select id="disturbed-kind" className="select press" value={kind} onChange={(e) => setKind(e.target.value as DisturbedKind)}>
              {DISTURBED_KIND_IDS.map((k) => (
                <option key={k} value={k}>
                  {t(`disturbed.kind.${k}`)}
                </option>
              ))}
            </select>
          </Field>
          <div className="min-w-44 flex-1">
            <Field id="disturbed-label" label={t('disturbed.label')}>
              <input
                id="disturbed-label"
                className="input press w-full"
                maxLength={120}
                value={label}
                onChange={(e) => setLabel(e.target.value)}
              />
            </Field>
          </div>
          <button className="btn press btn-outline" disabled={label.trim().length < SHORTEST || live}>
            {t('disturbed.add')}
          </button>
          <FileButton
            label={t('photos.of-item')}
            accept="image/*"
            look="press btn-outline"
            disabled={label.trim().length < SHORTEST || live}
            onFile={(file) => void list(file)}
          />
          {live && (
            <p className="flex w-full gap-2 text-sm text-warning">
              <WarningSign size={18} />
              {t('disturbed.first-isolate')}
            </p>
          )}
        </form>
      )}
      <Symptoms stepId={stepId} readOnly={readOnly} />
    </section>
  )
}

function ItemRow({ item, stepId, readOnly }: { readonly item: Disturbed; readonly stepId: string; readonly readOnly: boolean }) {
  const { record, appliance, queuedPhotos } = useDesk()
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
      {item.photoId && (
        <span className="w-20">
          <Picture id={item.photoId} alt={item.label} queued={queuedPhotos.find((q) => q.id === item.photoId)} />
        </span>
      )}
      <span className="min-w-40 flex-1">
        <span className="font-semibold">{item.label}</span> <span className="text-sm quiet">{t(`disturbed.kind.${item.kind}`)}</span>
        {item.carried && <span className="block text-sm text-warning">{t('loose.carried')}</span>}
      </span>
      {item.refitted ? (
        <span className="text-sm quiet">✓ {t(`disturbed.refit.${item.refitted.check}`)}</span>
      ) : (
        DISTURBED_KINDS[item.kind].checks.map((check) => (
          <button
            key={check}
            type="button"
            disabled={readOnly}
            className="btn press btn-outline"
            onClick={() => void record([{ type: 'item.refitted', stepId, applianceId: appliance.id, data: { itemId: item.id, check } }])}
          >
            {t(`disturbed.refit.${check}`)}
          </button>
        ))
      )}
    </li>
  )
}

function Symptoms({ stepId, readOnly }: { readonly stepId: string; readonly readOnly: boolean }) {
  const { visit, appliance, record } = useDesk()
  const [open, setOpen] = useState(false)
  const [kind, setKind] = useState<SymptomKind>('no-start')
  const [text, setText] = useState('')
  const latest = visit.symptoms.findLast((s) => s.applianceId === null || s.applianceId === appliance.id)
  const first = latest ? suspects(visit, latest) : []
  return (
    <>
      {latest && (
        <div className="rounded-md border border-warning bg-base-200 p-4">
          <p className="flex gap-2 font-semibold text-warning">
            <WarningSign size={18} />
            {t(`symptom.${latest.kind}`)}
            {latest.text ? `: ${latest.text}` : ''}
          </p>
          <p className="mt-2 text-sm">{t(first.length > 0 ? 'symptom.first' : 'symptom.nothing')}</p>
          <ol className="mt-1 list-decimal pl-6">
            {first.map((d) => (
              <li key={d.id}>
                {d.label} <span className="text-sm quiet">{t(`disturbed.kind.${d.kind}`)}</span>
              </li>
            ))}
          </ol>
        </div>
      )}
      {!readOnly &&
        (open ? (
          <form
            className="flex flex-wrap items-end gap-3"
            onSubmit={(e) => {
              e.preventDefault()
              void record([
                { type: 'symptom.noted', stepId, applianceId: appliance.id, data: { symptomId: uuidv7(), kind, text: text.trim() } },
              ])
              setOpen(false)
              setText('')
            }}
          >
            <Field id="symptom-kind" label={t('symptom.kind')}>
              <select id="symptom-kind" className="select press" value={kind} onChange={(e) => setKind(e.target.value as SymptomKind)}>
                {SYMPTOM_KIND_IDS.map((k) => (
                  <option key={k} value={k}>
                    {t(`symptom.${k}`)}
                  </option>
                ))}
              </select>
            </Field>
            <div className="min-w-44 flex-1">
              <Field id="symptom-text" label={t('symptom.text')}>
                <input
                  id="symptom-text"
                  className="input press w-full"
                  maxLength={500}
                  value={text}
                  onChange={(e) => setText(e.target.value)}
                />
              </Field>
            </div>
            <button className="btn press btn-outline">{t('symptom.note')}</button>
          </form>
        ) : (
          <button type="button" className="btn self-start btn-ghost px-2 text-primary" onClick={() => setOpen(true)}>
            {t('symptom.open')}
          </button>
        ))}
    </>
  )
}
