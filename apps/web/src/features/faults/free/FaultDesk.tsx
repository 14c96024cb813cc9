'use client'

import type { Card } from '@lucerna/core/appliance'
import type { FaultMap } from '@lucerna/core/faults'
import { Printer } from 'lucide-react'
import { useMemo, useState, useSyncExternalStore } from 'react'
import type { Units } from '@/ui/figures'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/faults'
import { Begin } from '../parts/Begin'
import { Desk } from '../parts/Desk'
import type { DeskCase } from '../parts/deskCase'
import { failedStarts, FreeCase, NO_CASE } from './case'

/** Starts that may fail before it is waited for, where the card says nothing. */
const STARTS = 3

/** The fault desk without a visit: from a code or a symptom to the cause, one check after another. It is kept on this device. */
export function FaultDesk({
  card,
  map,
  units,
  mayLive,
  timeZone,
  who,
  shown = null,
}: {
  readonly card: Card
  readonly map: FaultMap
  readonly units: Units
  /** A licensed person: live tests are proposed. */
  readonly mayLive: boolean
  readonly timeZone: string
  /** Whose desk it is: a device may have several people. */
  readonly who: string
  /** The code that a visit noted. */
  readonly shown?: string | null
}) {
  const [log] = useState(() => new FreeCase(`lucerna.faults.${who}.${card.id}`))
  const kept = useSyncExternalStore(log.subscribe, log.getSnapshot, () => NO_CASE)
  const { symptom, checks, leftOut } = kept
  const fault = useMemo(
    (): DeskCase | null =>
      symptom === null
        ? null
        : {
            ...kept,
            symptom,
            checks: checks.map((c) => ({ ...c, u: null, carried: false })),
            leftOut: leftOut.map((l) => ({ ...l, by: '' })),
            occurrences: [],
          },
    [kept, symptom, checks, leftOut],
  )
  const most = card.timing?.failedStartsMax ?? STARTS
  const failed = failedStarts(map, kept)
  const withUndo = (said: string, doIt: () => void) => {
    doIt()
    toldWithUndo(said, () => log.put(kept))
  }
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
      <p className="flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('faults.caution')}
      </p>
      {fault === null ? (
        <Begin card={card} map={map} shown={shown} onBegin={(s, code) => log.put({ symptom: s, code })} />
      ) : (
        <Desk
          {...{ card, map, units, mayLive, timeZone, fault }}
          way={kept.way}
          onWay={(way) => log.put({ way })}
          onChange={() => log.put({ symptom: null })}
          actions={{
            describe: (part) =>
              log.put({
                ...part,
                circumstances: [...(part.circumstances ?? kept.circumstances)],
                renewed: [...(part.renewed ?? kept.renewed)],
              }),
            found: (check, what) => log.found(check.id, what),
            leaveOut: (checkId, reason) => log.leaveOut(checkId, reason),
            withdraw: (id) => withUndo(t('faults.removed'), () => log.withdraw(id)),
          }}
          stopped={{
            failed,
            most,
            alert: failed >= most && (
              <div role="alert" className="flex flex-col items-start gap-3 rounded-md border border-error p-4">
                <p className="flex gap-2 font-semibold text-error">
                  <WarningSign size={20} />
                  {t('faults.stop', { most })}
                </p>
                <button type="button" className="btn press btn-outline" onClick={() => log.put({ purgedAfter: checks.length })}>
                  {t('faults.waited')}
                </button>
              </div>
            ),
          }}
        >
          <div className="no-print flex flex-wrap gap-2">
            <button type="button" className="btn press btn-outline" onClick={() => withUndo(t('faults.begun'), () => log.begin())}>
              {t('faults.begin')}
            </button>
            {checks.length > 0 && (
              <button type="button" className="btn press btn-outline" onClick={() => window.print()}>
                <Printer size={18} aria-hidden="true" />
                {t('faults.print')}
              </button>
            )}
          </div>
        </Desk>
      )}
    </div>
  )
}
