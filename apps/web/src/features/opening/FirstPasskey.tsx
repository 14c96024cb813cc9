'use client'

import { Link } from '@/ui/Link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { registerPasskey } from '@/features/sign-in'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/account'
import { forgetSpare, readSpare } from './spare'

/** The firm is there and its lead signed in; browsers ask for a finger or a face only after a tap. Where that fails there is a password for now. */
export function FirstPasskey() {
  const [wrong, setWrong] = useState<{ readonly said: string; readonly spare: string | null } | null>(null)
  const router = useRouter()
  const add = async () => {
    const said = await registerPasskey('')
    if (said !== null) return setWrong({ said, spare: readSpare() })
    forgetSpare()
    router.push('/today')
  }
  return (
    <div className="flex flex-col gap-4">
      <p className="text-lg font-semibold">{t('begin.begun')}</p>
      <button type="button" className="btn press btn-primary" autoFocus onClick={() => void add()}>
        {t('begin.passkey-add')}
      </button>
      {wrong && (
        <>
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {wrong.said}
          </p>
          {wrong.spare && (
            <>
              <p>{t('begin.spare')}</p>
              <p className="rounded-md bg-base-200 p-3 break-all select-all">{wrong.spare}</p>
            </>
          )}
          <Link href="/today" onClick={forgetSpare} className="btn press btn-outline">
            {t('begin.spare-noted')}
          </Link>
        </>
      )}
    </div>
  )
}
