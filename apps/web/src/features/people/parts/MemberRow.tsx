'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { dateAt, plainDate } from '@/ui/dates'
import { Dialog } from '@/ui/Dialog'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/people'
import { wordsFor } from '@/ui/words'
import type { Member } from '../server/members'
import { LicenceFields, roleFields } from './LicenceFields'

/** One person: role, licence and how it stands; a lead changes them here. */
export function MemberRow({
  member: m,
  manage,
  self,
  timeZone,
}: {
  readonly member: Member
  readonly manage: boolean
  readonly self: boolean
  readonly timeZone: string
}) {
  const [editing, setEditing] = useState(false)
  const warn = m.licence === 'lapsed' || m.licence === 'missing' || m.licence === 'soon'
  return (
    <li id={m.userId} className="flex scroll-mt-20 flex-wrap items-center justify-between gap-3 px-2 py-3 target:bg-base-200">
      <span className="min-w-0 break-words">
        <span className="font-semibold">{m.name}</span> <span className="quiet">{m.email}</span>
        <span className="flex flex-wrap gap-x-3 text-sm">
          <span className="quiet">{t(`role.${m.role}`)}</span>
          {m.licenceNumber && <span className="quiet">{t('people.licence', { number: m.licenceNumber })}</span>}
          {m.secondFactor && <span className="quiet">{t('member.second-factor')}</span>}
          {m.leftAt ? (
            <span className="quiet">{t('people.left-on', { date: dateAt(m.leftAt, timeZone) })}</span>
          ) : (
            m.licence !== 'none' && (
              <span className={warn ? 'flex items-start gap-1 text-warning' : 'quiet'}>
                {warn && <WarningSign size={16} />}
                {m.licenceUntil ? wordsFor(`licence.${m.licence}`, { date: plainDate(m.licenceUntil) }) : wordsFor('licence.missing')}
              </span>
            )
          )}
        </span>
      </span>
      {manage && (
        <button
          type="button"
          className="btn btn-outline"
          aria-label={t('people.change-who', { name: m.name })}
          onClick={() => setEditing(true)}
        >
          {t('form.edit')}
        </button>
      )}
      {editing && <MemberDialog member={m} self={self} onClose={() => setEditing(false)} />}
    </li>
  )
}

function MemberDialog({ member: m, self, onClose }: { readonly member: Member; readonly self: boolean; readonly onClose: () => void }) {
  const router = useRouter()
  const [draft, setDraft] = useState({ role: m.role as string, licenceNumber: m.licenceNumber ?? '', licenceUntil: m.licenceUntil ?? '' })
  const [problem, setProblem] = useState<{ detail: string; fields: Readonly<Record<string, string>> } | null>(null)
  const [erasing, setErasing] = useState(false)
  const url = `/api/v1/people/${m.userId}`
  const told = async (method: string, path: string, body: unknown, said: string, version?: number): Promise<boolean> => {
    const answer = await ask(method, path, body, version)
    if (!answer.ok) {
      setProblem(answer.problem)
      return false
    }
    onClose()
    if (said) toast(said)
    router.refresh()
    return true
  }
  const leave = async () => {
    if (await told('DELETE', url, undefined, ''))
      toldWithUndo(t('people.left-said', { name: m.name }), () => void ask('POST', `${url}/restore`).then(() => router.refresh()))
  }
  return (
    <Dialog title={m.name} onClose={onClose}>
      <form
        noValidate
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          void told('PUT', url, roleFields(draft), t('form.saved'), m.version)
        }}
      >
        {m.leftAt === null && (
          <LicenceFields
            prefix={m.userId}
            draft={draft}
            problems={problem?.fields ?? {}}
            onChange={(p) => setDraft((d) => ({ ...d, ...p }))}
          />
        )}
        {problem && (
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {problem.detail}
          </p>
        )}
        {m.leftAt === null && <button className="btn press btn-primary">{t('form.save')}</button>}
      </form>
      <div className="mt-6 flex flex-wrap gap-2 border-t hairline pt-4">
        <a href={`${url}/data`} download className="btn btn-outline">
          {t('people.export')}
        </a>
        {m.leftAt === null && !self && m.secondFactor && (
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => void told('DELETE', `${url}/second-factor`, undefined, t('member.reset-second-factor-said', { name: m.name }))}
          >
            {t('member.reset-second-factor')}
          </button>
        )}
        {m.leftAt === null && !self && (
          <button type="button" className="btn btn-outline" onClick={() => void leave()}>
            {t('people.leave')}
          </button>
        )}
        {m.leftAt !== null && !m.email.endsWith('@erased.invalid') && (
          <>
            <button
              type="button"
              className="btn btn-outline"
              onClick={() => void told('POST', `${url}/restore`, undefined, t('people.back-said', { name: m.name }))}
            >
              {t('people.take-back')}
            </button>
            <button type="button" className="btn btn-ghost text-error" onClick={() => setErasing(true)}>
              <WarningSign size={18} /> {t('people.erase')}
            </button>
          </>
        )}
      </div>
      {erasing && (
        <div className="mt-4 rounded-md border border-error p-4">
          <p className="mb-3">{t('people.erase-what', { name: m.name })}</p>
          <button
            type="button"
            className="btn press w-full btn-error"
            onClick={() => void told('DELETE', `${url}/data`, undefined, t('people.erased-said'))}
          >
            {t('people.erase-do')}
          </button>
        </div>
      )}
    </Dialog>
  )
}
