'use client'

import { useState } from 'react'
import { hasLocalVoice } from '@/ui/speech'
import { t } from '@/messages/setup'
import { useSetUp } from './desk'
import { spokenAdvice } from './spokenAdvice'
import { useSpoken } from './useSpoken'

/** Proposals said aloud as they come, where this device has a voice and somebody wishes it. */
export function SpokenProposals() {
  const setUp = useSetUp()
  const [speaks, setSpeaks] = useState(false)
  useSpoken(spokenAdvice(setUp), speaks)
  if (!hasLocalVoice()) return null
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-3 text-sm">
      <input type="checkbox" className="toggle" checked={speaks} onChange={(e) => setSpeaks(e.target.checked)} />
      {t('setup.speak')}
    </label>
  )
}
