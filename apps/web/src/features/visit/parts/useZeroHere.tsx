'use client'

import type { Need } from '@lucerna/core/procedure'
import { asksForZero, connectionOf, instrumentFor } from '@lucerna/core/visit'
import { type ReactNode, useState } from 'react'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import type { NewEvent } from '../client/writeDown'
import { useDesk } from './context'

type Figure = Pick<Need, 'measurandId' | 'stationId'> & { readonly sectionId?: string | null | undefined }

/**
 * A pressure port is zeroed at its connection each time the hose moves. It is asked for where the figure is recorded, in the same tap: what is recorded
 * says that it was done, unless the box is cleared.
 *
 * @param wanted what can be recorded here. @param typed what is about to be. @param proved whether the trace of a connected port shows that it was zeroed since it
 *   hung elsewhere; undefined where no channel tells.
 */
export function useZeroHere(
  wanted: readonly Figure[],
  typed: readonly Figure[],
  stepId: string,
  proved: (figure: Figure) => boolean | undefined = () => undefined,
): { readonly box: ReactNode; readonly events: readonly NewEvent[]; readonly missing: boolean } {
  const { visit, instruments, context, appliance } = useDesk()
  const [said, say] = useState<boolean | null>(null)
  const connections = (of: readonly Figure[]) => {
    const found = new Map<string, { readonly figure: Figure; readonly instrumentId: string }>()
    for (const figure of of) {
      const read = instrumentFor(figure.measurandId, instruments, context.instruments)
      if (read.kind === 'one' && asksForZero(visit, read.instrument, figure))
        found.set(`${read.instrument.id} ${connectionOf(figure)}`, { figure, instrumentId: read.instrument.id })
    }
    return [...found.values()]
  }
  const asked = connections(wanted)
  // What a connected port shows goes before what is taken for granted.
  const unseen = asked.some(({ figure }) => proved(figure) === false)
  const not = said ?? unseen
  const places = [...new Set(asked.map(({ figure }) => wordsFor(`station.${figure.stationId}`).toLowerCase()))]
  return {
    box:
      asked.length === 0 ? null : (
        <label className="flex min-h-11 cursor-pointer items-center gap-3 py-1">
          <input type="checkbox" className="checkbox" checked={!not} onChange={(e) => say(!e.target.checked)} />
          <span>
            {t('zero.here', { where: places.join(', ') })}
            {not && <span className="block text-sm text-warning">{t(unseen ? 'zero.here-unseen' : 'zero.here-not')}</span>}
          </span>
        </label>
      ),
    missing: asked.length > 0 && not,
    events: not
      ? []
      : connections(typed).map(({ figure: { stationId, sectionId }, instrumentId }) => ({
          type: 'instrument.zeroed',
          stepId,
          applianceId: appliance.id,
          data: { instrumentId, place: 'at-connection', stationId, ...(sectionId && { sectionId }) },
        })),
  }
}
