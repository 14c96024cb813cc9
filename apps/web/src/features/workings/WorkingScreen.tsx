'use client'

import { type ChoiceField, type Doubts, firstInput, workingById, type WorkingInput } from '@lucerna/core/workings'
import type { Practice } from '@lucerna/core/practice'
import { QUANTITIES, unitsOf } from '@lucerna/core/units'
import { ClipboardCopy, Link2, Printer, RotateCcw } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useEffect, useState } from 'react'
import { toast } from '@/ui/toast'
import type { Units } from '@/ui/figures'
import { LATER_MS, patiently } from '@/ui/patiently'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { BeginFrom } from './parts/BeginFrom'
import { DoubtRow, FieldRow } from './parts/Fields'
import { MeterTimer } from './parts/MeterTimer'
import { asText } from './asText'
import { Principal } from './parts/Results'
import { useWorking, type WorkingDesk } from './parts/useWorking'
import type { OpenVisit } from './server/start'
import { doubtField } from './shown'
import { doubtLabel, labelOf } from './words'

export interface WorkingScreenProps {
  readonly workingId: string
  readonly start: { readonly input: WorkingInput; readonly doubts: Doubts; readonly units: Units; readonly appliance: string | null }
  /** Where the figures it starts with come from, if not from the defaults. */
  readonly said: string | null
  readonly visit: OpenVisit | null
  /** Limits of the firm's practice, to begin a tightness or let-by test with. */
  readonly tightness: Practice['tightness']
  readonly mayRecord: boolean
  readonly userId: string
}

async function copy(text: string, done: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    toast(done, { id: 'copied' })
  } catch {
    toast(t('calc.copy-failed'), { id: 'copied' })
  }
}

/** What writes into a visit knows all of a visit: it is loaded after the page, and only while one is open. */
const loadIntoVisit = () => import('./parts/IntoVisitDialog').then((m) => m.IntoVisitDialog)
const IntoVisitDialog = dynamic(patiently(loadIntoVisit), { ssr: false })

/** Comes with the page as drawn, and wakes after what is typed into. */
const Follows = dynamic(patiently(() => import('./parts/Follows').then((m) => m.Follows)))

/** One of the Workings: what you have on the left, what follows on the right, at once. */
export function WorkingScreen({ workingId, start, said, visit, tightness, mayRecord, userId }: WorkingScreenProps) {
  const working = workingById(workingId)
  if (!working) throw new Error(`No working ${workingId}`)
  const desk = useWorking(working, start)
  const [putting, setPutting] = useState(false)
  const withVisit = visit !== null
  useEffect(() => {
    if (!withVisit) return
    const timer = setTimeout(() => void loadIntoVisit().catch(() => undefined), LATER_MS)
    return () => clearTimeout(timer)
  }, [withVisit])
  const { answer, units } = desk
  return (
    <div className="mx-auto grid max-w-[90rem] gap-x-10 gap-y-6 p-4 lg:grid-cols-[minmax(20rem,26rem)_minmax(0,1fr)] lg:py-6">
      <header className="hidden print:block">
        <p className="text-2xl font-semibold">{wordsFor(`calculation.${workingId}.title`)}</p>
        <p className="quiet">{wordsFor(`calculation.${workingId}.what`)}</p>
      </header>
      <div className="sticky top-0 z-10 -mx-4 border-b hairline bg-base-100 px-4 py-3 lg:hidden print:static">
        <Principal working={working} answer={answer} units={units} />
      </div>
      <div className="flex min-w-0 flex-col gap-4">
        {said && <p className="no-print text-sm quiet">{said}</p>}
        {visit && !start.appliance && <BeginFrom visit={visit} path={`/calculators/${workingId}`} />}
        {workingId === 'gas-rate' && (
          <MeterTimer
            units={units}
            volumeM3={desk.input.volumeM3 as number | undefined}
            enoughS={(answer?.result.secondsForOnePercent as number | undefined) ?? null}
            onVolume={(m3) => desk.load({ ...desk.input, volumeM3: m3 })}
            onSeconds={(seconds) => desk.set('seconds', String(seconds))}
          />
        )}
        {(workingId === 'tightness' || workingId === 'let-by') && (
          <ProfileLimits desk={desk} rows={tightness} letBy={workingId === 'let-by'} />
        )}
        <Form desk={desk} />
      </div>
      <div className="flex min-w-0 flex-col gap-6">
        <div className="hidden lg:block">
          <Principal working={working} answer={answer} units={units} />
        </div>
        <Actions desk={desk} visit={mayRecord ? visit : null} onPut={() => setPutting(true)} />
        <Follows desk={desk} />
        {working.notes.length > 0 && (
          <section aria-labelledby="know-this" className="keep">
            <h2 id="know-this" className="mb-1 font-semibold">
              {t('calc.notes')}
            </h2>
            <ul className="flex flex-col gap-1 text-sm quiet">
              {working.notes.map((n) => (
                <li key={n}>{wordsFor(`calc-note.${n}`)}</li>
              ))}
            </ul>
          </section>
        )}
        <p className="text-xs quiet">{t('app.caution')}</p>
      </div>
      {putting && visit && <IntoVisitDialog desk={desk} visit={visit} userId={userId} onClose={() => setPutting(false)} />}
    </div>
  )
}

/** The practice's own tests, one press each: pressure, time and the change that is allowed. */
function ProfileLimits({
  desk,
  rows,
  letBy,
}: {
  readonly desk: WorkingDesk
  readonly rows: Practice['tightness']
  readonly letBy: boolean
}) {
  const fitting = rows.filter((r) => !letBy || r.letByS > 0)
  if (fitting.length === 0) return null
  const use = (r: Practice['tightness'][number]) => {
    const startPa = letBy ? r.letByPa : r.testPa
    desk.load({ ...desk.input, startPa, endPa: startPa, seconds: letBy ? r.letByS : r.testS, maxChangePa: letBy ? 0 : r.maxFallPa })
  }
  return (
    <section aria-labelledby="profile-limits" className="no-print">
      <h2 id="profile-limits" className="mb-1 font-semibold">
        {t('calc.profile-limits')}
      </h2>
      <ul className="flex flex-col gap-2">
        {fitting.map((r) => (
          <li key={r.applies}>
            <button type="button" className="btn h-auto w-full justify-start btn-outline py-2 text-left" onClick={() => use(r)}>
              <span>
                <span className="block">{r.applies}</span>
                <span className="block text-xs font-normal quiet">{r.source}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The units a value can be in follow from its quantity: a choice among them, not a word to type. */
function unitChoice(desk: WorkingDesk): ChoiceField | null {
  const quantity = QUANTITIES.find((q) => q === desk.draft.quantity)
  const [first, ...others] = quantity && desk.working.id === 'units' ? unitsOf(quantity) : []
  return first === undefined ? null : { kind: 'choice', options: [first, ...others], default: first }
}

function Form({ desk }: { readonly desk: WorkingDesk }) {
  const { working, units, draft, problems, input, doubts } = desk
  const choice = unitChoice(desk)
  const set: WorkingDesk['set'] = (key, value) => {
    desk.set(key, value)
    const quantity = QUANTITIES.find((q) => q === value)
    if (choice && key === 'quantity' && quantity) desk.set('unit', unitsOf(quantity)[1] ?? unitsOf(quantity)[0] ?? '')
  }
  const fields = Object.entries(working.inputs)
  // What may stay empty and starts empty is out of the way until it is wanted.
  const start = firstInput(working, units)
  const hidden = fields.filter(([key, f]) => 'optional' in f && f.optional && start[key] === undefined)
  const shown = fields.filter(([key]) => !hidden.some(([k]) => k === key))
  const row = ([key, field]: (typeof fields)[number]) => (
    <FieldRow
      key={key}
      workingId={working.id}
      name={key}
      field={key === 'unit' && choice ? choice : field}
      units={units}
      value={draft[key] ?? ''}
      problems={problems}
      onChange={(v) => set(key, v)}
    />
  )
  const doubtful = Object.keys(doubts).flatMap((key) => {
    const field = doubtField(working, key)
    return field && (key.includes('.') || typeof input[key] === 'number') ? [[key, field] as const] : []
  })
  return (
    <section aria-labelledby="given">
      <div className="flex items-end justify-between gap-3 border-b hairline pb-1">
        <h2 id="given" className="font-semibold">
          {t('calc.given')}
        </h2>
        <div role="group" aria-label={t('calc.units')} className="no-print join">
          {(['metric', 'imperial'] as const).map((u) => (
            <button
              key={u}
              type="button"
              aria-pressed={units === u}
              className={`btn join-item btn-sm ${units === u ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => desk.setUnits(u)}
            >
              {t(`calc.units.${u}`)}
            </button>
          ))}
        </div>
      </div>
      {shown.map(row)}
      {hidden.length > 0 && (
        <details className="border-b hairline" open={hidden.some(([key]) => input[key] !== undefined || problems.has(key)) || undefined}>
          <summary className="min-h-11 cursor-pointer py-3 text-sm text-primary">
            {t('calc.more', { names: hidden.map(([key]) => labelOf(working.id, key)).join(', ') })}
          </summary>
          {hidden.map(row)}
        </details>
      )}
      {doubtful.length > 0 && (
        <details className="no-print border-b hairline">
          <summary className="min-h-11 cursor-pointer py-3 text-sm text-primary">{t('calc.doubts')}</summary>
          <p className="pb-2 text-sm quiet">{t('calc.doubts-why')}</p>
          {doubtful.map(([key, field]) => (
            <DoubtRow
              key={key}
              label={doubtLabel(working.id, key)}
              field={field}
              units={units}
              doubt={doubts[key] ?? 0}
              onChange={(u) => desk.setDoubt(key, u)}
            />
          ))}
        </details>
      )}
    </section>
  )
}

function Actions({ desk, visit, onPut }: { readonly desk: WorkingDesk; readonly visit: OpenVisit | null; readonly onPut: () => void }) {
  const { working, answer, units } = desk
  const startOver = () => {
    const before = desk.input
    desk.load(firstInput(working, units))
    toast(t('calc.started-over'), {
      id: 'started-over',
      duration: 8000,
      action: { label: t('calc.undo'), onClick: () => desk.load(before) },
    })
  }
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      {visit && (
        <button type="button" className="btn btn-primary" disabled={!answer} onClick={onPut}>
          {t('calc.into-visit')}
        </button>
      )}
      <button
        type="button"
        className="btn btn-outline"
        disabled={!answer}
        onClick={() => answer && void copy(asText(working, answer, units, desk.link()), t('calc.copied'))}
      >
        <ClipboardCopy size={18} aria-hidden="true" />
        {t('calc.copy')}
      </button>
      <button type="button" className="btn btn-outline" disabled={!answer} onClick={() => void copy(desk.link(), t('calc.linked'))}>
        <Link2 size={18} aria-hidden="true" />
        {t('calc.link')}
      </button>
      <button type="button" className="btn btn-outline" disabled={!answer} onClick={() => window.print()}>
        <Printer size={18} aria-hidden="true" />
        {t('calc.print')}
      </button>
      <button type="button" className="btn btn-ghost text-primary" onClick={startOver}>
        <RotateCcw size={18} aria-hidden="true" />
        {t('calc.start-over')}
      </button>
    </div>
  )
}
