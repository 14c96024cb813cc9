'use client'

import { inOrder } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { t } from '@/messages/visitLater'
import { wordsFor } from '@/ui/words'
import { AddLooseEnd } from './AddLooseEnd'
import { may, useDesk } from './context'

const KINDS = ['remark', 'danger-now', 'at-risk', 'attention', 'note', 'part', 'order', 'temporary'] as const

/** A remark, a defect with its class and the action taken, or a part that was fitted. */
export function NoteDialog({ stepId, onClose }: { readonly stepId: string; readonly onClose: () => void }) {
  const { record, appliance, role, context } = useDesk()
  const [kind, setKind] = useState<(typeof KINDS)[number]>('remark')
  const [text, setText] = useState('')
  const [action, setAction] = useState('')
  const [number, setNumber] = useState('')
  const [backOn, setBackOn] = useState('')
  const kinds = may(role, 'defect.found') ? KINDS : (['remark', 'order', 'temporary'] as const)
  const actions = inOrder(context.practice.defectClasses.find((d) => d.class === kind)?.actions ?? [])
  const save = () => {
    if (text.trim().length < 3 || kind === 'temporary') return
    void record([
      kind === 'remark'
        ? { type: 'note.added', stepId, applianceId: appliance.id, data: { text: text.trim() } }
        : kind === 'part'
          ? {
              type: 'part.fitted',
              stepId,
              applianceId: appliance.id,
              data: { part: text.trim(), ...(number.trim() && { number: number.trim() }), ...(action.trim() && { why: action.trim() }) },
            }
          : kind === 'order'
            ? {
                type: 'part.needed',
                stepId,
                applianceId: appliance.id,
                data: {
                  needId: uuidv7(),
                  part: text.trim(),
                  ...(number.trim() && { number: number.trim() }),
                  ...(action.trim() && { why: action.trim() }),
                  ...(backOn && { backOn }),
                },
              }
            : {
                type: 'defect.found',
                stepId,
                applianceId: appliance.id,
                data: { defectId: uuidv7(), class: kind, text: text.trim(), action: action.trim() },
              },
    ])
    onClose()
  }
  const choice = (
    <div role="radiogroup" aria-label={t('note.kind')} className="flex flex-wrap gap-2">
      {kinds.map((k) => (
        <button
          key={k}
          type="button"
          role="radio"
          aria-checked={kind === k}
          className={`btn press ${kind === k ? 'btn-primary' : 'btn-outline'}`}
          onClick={() => setKind(k)}
        >
          {k === 'remark' || k === 'part' || k === 'order' || k === 'temporary' ? t(`note.${k}`) : t(`defect.${k}`)}
        </button>
      ))}
    </div>
  )
  if (kind === 'temporary')
    return (
      <div className="flex flex-col gap-4">
        {choice}
        <AddLooseEnd stepId={stepId} onAdded={onClose} />
      </div>
    )
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        save()
      }}
      className="flex flex-col gap-4"
    >
      {choice}
      {kind === 'part' || kind === 'order' ? (
        <PartFields kit={appliance.card.kit} part={text} number={number} onPart={setText} onNumber={setNumber} />
      ) : (
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{kind === 'remark' ? t('note.text') : t('note.defect-text')}</span>
          <textarea
            autoFocus
            className="textarea min-h-28 w-full"
            maxLength={2000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
      )}
      {kind !== 'remark' && (
        <>
          {actions.length > 0 && (
            <p className="text-sm text-warning">
              {t('note.actions')} {actions.map((a) => wordsFor(`action.${a}`)).join(' · ')}
            </p>
          )}
          <label className="flex flex-col gap-1">
            <span className="font-semibold">{t(kind === 'part' || kind === 'order' ? 'note.part-why' : 'note.action-taken')}</span>
            <input className="input press w-full" maxLength={500} value={action} onChange={(e) => setAction(e.target.value)} />
          </label>
        </>
      )}
      {kind === 'order' && (
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('note.back-on')}</span>
          <input type="date" className="input press w-full" value={backOn} onChange={(e) => setBackOn(e.target.value)} />
        </label>
      )}
      <div className="flex gap-3">
        <button className="btn press flex-1 btn-primary" disabled={text.trim().length < 3}>
          {t('note.save')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={onClose}>
          {t('close')}
        </button>
      </div>
    </form>
  )
}

/** The parts of the card's kit to choose from, or any other. */
function PartFields({
  kit,
  part,
  number,
  onPart,
  onNumber,
}: {
  readonly kit: readonly { readonly part: string; readonly number: string; readonly when: string }[]
  readonly part: string
  readonly number: string
  readonly onPart: (text: string) => void
  readonly onNumber: (text: string) => void
}) {
  return (
    <>
      {kit.length > 0 && (
        <div className="flex flex-wrap gap-2">
          {kit.map((k) => (
            <button
              key={k.number}
              type="button"
              aria-pressed={number === k.number}
              className="btn press btn-outline"
              onClick={() => {
                onPart(k.part)
                onNumber(k.number)
              }}
            >
              {k.part}
            </button>
          ))}
        </div>
      )}
      <div className="grid grid-cols-[1fr_9rem] gap-3">
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('note.part-what')}</span>
          <input className="input press w-full" maxLength={200} value={part} onChange={(e) => onPart(e.target.value)} />
        </label>
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('note.part-number')}</span>
          <input className="input press w-full" maxLength={60} value={number} onChange={(e) => onNumber(e.target.value)} />
        </label>
      </div>
    </>
  )
}
