'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { DIALECTS, type Dialect } from '@/ui/dialect'
import type { Units } from '@/ui/figures'
import { playTone } from '@/ui/tones'
import { t } from '@/messages/people'

type Choice = 'practice' | Units
type DialectChoice = 'practice' | Dialect

/** Units and tones of one person, on every device. */
export function Preferences({
  units,
  dialect,
  farViewTones,
  practiceUnits,
}: {
  readonly units: Choice
  readonly dialect: DialectChoice
  readonly farViewTones: boolean
  readonly practiceUnits: Units
}) {
  const router = useRouter()
  const [now, setNow] = useState({ units, dialect, farViewTones })
  const save = async (next: typeof now) => {
    const before = now
    setNow(next)
    const answer = await ask('PUT', '/api/v1/me/preferences', next)
    // Words that were drawn already stay as they are: the page is fetched anew in the other dialect.
    if (answer.ok) return next.dialect === before.dialect ? router.refresh() : window.location.reload()
    setNow(before)
    toast.error(answer.problem.detail)
  }
  return (
    <div className="flex flex-col gap-6">
      <OneOf
        label={t('settings.units')}
        of={['practice', 'metric', 'imperial'] as const}
        chosen={now.units}
        say={(u) =>
          u === 'practice' ? t('settings.units-practice', { units: t(`units.${practiceUnits}`).toLowerCase() }) : t(`units.${u}`)
        }
        onChoose={(u) => void save({ ...now, units: u })}
      />
      <OneOf
        label={t('settings.dialect')}
        of={['practice', ...DIALECTS] as const}
        chosen={now.dialect}
        say={(d) => t(`settings.dialect.${d}`)}
        onChoose={(d) => void save({ ...now, dialect: d })}
      />
      <div>
        <label className="flex min-h-14 cursor-pointer items-center gap-3">
          <input
            type="checkbox"
            className="toggle toggle-primary"
            checked={now.farViewTones}
            onChange={(e) => void save({ ...now, farViewTones: e.target.checked })}
          />
          <span>
            {t('settings.tones')}
            <span className="block text-sm quiet">{t('settings.tones-what')}</span>
          </span>
        </label>
        <div className="mt-2 flex flex-wrap gap-2">
          {(['settled', 'danger'] as const).map((tone) => (
            <button key={tone} type="button" className="btn btn-outline" onClick={() => playTone(tone)}>
              {t(`tone.${tone}`)}
            </button>
          ))}
        </div>
      </div>
    </div>
  )
}

/** One of a few, as buttons in a row. */
function OneOf<Choice extends string>({
  label,
  of,
  chosen,
  say,
  onChoose,
}: {
  readonly label: string
  readonly of: readonly Choice[]
  readonly chosen: Choice
  readonly say: (choice: Choice) => string
  readonly onChoose: (choice: Choice) => void
}) {
  return (
    <div role="radiogroup" aria-label={label} className="flex flex-wrap gap-2">
      {of.map((choice) => (
        <button
          key={choice}
          type="button"
          role="radio"
          aria-checked={chosen === choice}
          className={`btn press ${chosen === choice ? 'btn-primary' : 'btn-outline'}`}
          onClick={() => onChoose(choice)}
        >
          {say(choice)}
        </button>
      ))}
    </div>
  )
}
