'use client'

import { type Opening, opensByReading, type Step } from '@lucerna/core/procedure'
import type { LooseEnd } from '@lucerna/core/visit'
import { useEffect, useRef } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { useRecordsItself } from '../live/recordsItself'
import { useReached } from '../live/useReached'
import { useDesk } from './context'

const openingLabel = ({ kind, key, label }: Opening): string =>
  kind === 'held-rate' && key !== 'held-rate'
    ? `${t('loose.held-rate')}: ${label.toLowerCase()}`
    : kind === 'held-rate' || kind === 'probe-hole' || kind === 'gas-joint' || kind === 'outlet-joint'
      ? t(`loose.${kind}`)
      : label

/**
 * What has to be opened and held before a step's figures can be taken: nothing is measured before it is written down as open. With a connected meter a rate that
 * is reached says so itself.
 */
export function usePrepared(step: Step, writes: boolean) {
  const { appliance, state, visit, record } = useDesk()
  // What an earlier visit left open in the same place is open already.
  const isOf = (l: LooseEnd, o: Opening) => l.key === o.key || (l.carried && l.kind === o.kind && l.label === openingLabel(o))
  const opens = step.opens.filter((o) => !visit.looseEnds.some((l) => isOf(l, o) && !l.closedAt))
  const commanded = !step.firingStateId || state.commanded?.firingStateId === step.firingStateId
  // What was opened and put back before stays back: a reading corrected later does not open it again.
  const wasOpen = (o: Opening) => visit.looseEnds.some((l) => isOf(l, o))
  const prepared = commanded && opens.every((o) => opensByReading(o.kind) || wasOpen(o))
  const opened = (o: Opening): NewEvent => ({
    type: 'loose-end.opened',
    stepId: step.id,
    applianceId: appliance.id,
    data: {
      looseEndId: uuidv7(),
      kind: o.kind,
      key: o.key,
      label: openingLabel(o),
      ...(o.kind !== 'gas-joint' && o.kind !== 'outlet-joint' && { restore: o.closes }),
    },
  })
  const prepare = (what: readonly Opening[] = opens) => {
    const events: NewEvent[] = what.map(opened)
    if (step.firingStateId && !commanded)
      events.push({ type: 'state.commanded', stepId: step.id, applianceId: appliance.id, data: { firingStateId: step.firingStateId } })
    void record(events)
  }
  const reached = useReached()
  const [itself] = useRecordsItself()
  // The meter says that the burner is there, and nothing but the rate is held for it: nobody has to say so.
  const onItsOwn =
    writes &&
    itself === true &&
    !commanded &&
    reached === step.firingStateId &&
    opens.every((o) => opensByReading(o.kind) || wasOpen(o) || o.kind === 'held-rate')
  const preparedFor = useRef<string | null>(null)
  useEffect(() => {
    if (!onItsOwn || preparedFor.current === step.id) return
    preparedFor.current = step.id
    prepare(opens.filter((o) => o.kind === 'held-rate'))
  })
  return { opens, wasOpen, opened, prepared, prepare }
}
