'use client'

import { type Lane, laneOf, levelOf, restingFrom, seenInLanes, together } from '@lucerna/core/live'
import { MEASURANDS, type MeasurandId, type Station } from '@lucerna/core/measure'
import { diedAt } from '@lucerna/core/live'
import { pressedThrough, type Seen, sequenceOf } from '@lucerna/core/sequence'
import { useEffect, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { NewEvent } from '../client/writeDown'
import { useDesk } from '../parts/context'
import { useBench, useLiveParts, useLiveView } from './context'
import { packed } from './keptTraces'
import type { LiveChannel, LiveView } from './LiveBoard'

/** What is kept from before the call, s: the channels at rest. */
const BEFORE_S = 4
const instant = (): number => Date.now()

/** A channel of a start, and what it is taken to show. */
export interface StartChannel {
  readonly channel: LiveChannel
  readonly measurandId: MeasurandId
  readonly stationId: Station
}

/** Where a channel goes for a start unless somebody says otherwise, in this order. */
const USUALLY: readonly (readonly [MeasurandId, Station, (c: LiveChannel) => boolean, hasFan?: boolean])[] = [
  ['flame.current', 'electrics', (c) => c.spec.channel === 'current' && c.instrument.kind === 'multimeter'],
  ['igniter.current', 'electrics', (c) => c.spec.channel === 'current' && c.instrument.kind === 'clamp'],
  ['pressure.working', 'inlet', (c) => c.spec.channel === 'pressure'],
  ['pressure.chamberDifferential', 'chamber', (c) => c.spec.channel === 'pressure', true],
  ['pressure.manifold', 'burner', (c) => c.spec.channel === 'pressure', false],
  ['o2.flue', 'flue', (c) => c.spec.channel === 'o2'],
]

/**
 * The channels of a start: where each was put by hand, the others where they usually go. A multimeter shows one thing at a time, and then it is the flame.
 *
 * @example startChannels(view, true) // [{ channel, measurandId: 'flame.current', stationId: 'electrics' }, …]
 */
function startChannels(view: LiveView, hasFan: boolean): StartChannel[] {
  const found: StartChannel[] = []
  for (const channel of view.channels.values()) {
    const at = view.hangs.get(channel.key)
    if (at) found.push({ channel, measurandId: at.measurandId, stationId: at.stationId })
  }
  for (const [measurandId, stationId, fits, when] of USUALLY) {
    if (when !== undefined && when !== hasFan) continue
    if (found.some((f) => f.measurandId === measurandId)) continue
    const free = [...view.channels.values()].find((c) => fits(c) && !found.some((f) => f.channel === c))
    if (free) found.push({ channel: free, measurandId, stationId })
  }
  return found.slice(0, 8)
}

/**
 * One start of the burner, as thumb and channels see it: what has come, what comes next, and the entry that keeps it.
 */
export function useStart() {
  const { appliance } = useDesk()
  const view = useLiveView()
  const [pressed, setPressed] = useState<readonly Seen[]>([])
  const [fromMs, setFromMs] = useState(instant)
  const chain = sequenceOf(appliance.card)
  const all = pressedThrough(chain)
  const channels = startChannels(
    view,
    chain.some((e) => e.id === 'fan'),
  )
  useBenchLeads(channels)
  const lanes = channels.map(({ channel, measurandId, stationId }): Lane => ({ measurandId, stationId, samples: channel.trace.samples }))
  const call = pressed.find((s) => s.id === 'call')
  const fromS = call ? call.atMs / 1000 : restingFrom(lanes, fromMs / 1000, view.at / 1000)
  const shown = channels.length === 0 || fromS === null ? [] : seenInLanes(chain, lanes, fromS)
  const seen = together(chain, pressed, shown)
  const last = all.findLastIndex((e) => seen.some((s) => s.id === e.id))
  const next = all[last + 1]

  /** The start as it is kept, and its figures of time come from `seen`. */
  const entry = (outcome: 'lit' | 'died'): Extract<NewEvent, { type: 'start.recorded' }> => {
    const beganMs = seen[0]?.atMs ?? fromMs
    const [fromS, untilS] = [beganMs / 1000 - BEFORE_S, instant() / 1000]
    return {
      type: 'start.recorded',
      applianceId: appliance.id,
      data: {
        startId: uuidv7(),
        at: new Date(beganMs).toISOString(),
        events: seen.map((s) => ({ id: s.id, s: Math.round((s.atMs - beganMs) / 10) / 100 })),
        outcome,
        diedAt: outcome === 'died' ? diedAt(chain, seen) : null,
        lanes: channels.flatMap(({ channel: { instrument, spec, trace }, measurandId, stationId }) => {
          const chunks = packed(trace.samples, fromS, untilS, spec.resolution)
          return chunks.length === 0
            ? []
            : [
                {
                  ...(instrument.id && { instrumentId: instrument.id }),
                  channelId: spec.id,
                  measurandId,
                  stationId,
                  chunks: chunks.slice(-20),
                },
              ]
        }),
      },
    }
  }
  /** How far the inlet pressure fell at light-off, Pa; null where no channel was there. */
  const dipPa = (): number | null => {
    const began = (seen[0]?.atMs ?? fromMs) / 1000 - BEFORE_S
    const inlet = lanes.find((l) => laneOf(l.measurandId) === 'inlet' && l.stationId === 'inlet')
    return inlet ? levelOf({ ...inlet, samples: inlet.samples.filter((p) => p.s >= began) }) : null
  }
  return {
    dipPa,
    inlet: channels.find((c) => laneOf(c.measurandId) === 'inlet' && c.stationId === 'inlet')?.channel,
    chain,
    pressed: all,
    channels,
    seen,
    shown,
    next,
    entry,
    press: (id: string) => setPressed((before) => [...before.filter((s) => s.id !== id), { id, atMs: instant() }]),
    back: () => setPressed((before) => before.slice(0, -1)),
    canBack: pressed.length > 0,
    again: () => {
      setPressed([])
      setFromMs(instant())
    },
  }
}

/** On the bench the leads go where the start needs them. */
function useBenchLeads(channels: readonly StartChannel[]): void {
  const bench = useLiveParts()?.bench
  const view = useBench()
  const follows = view?.on === true && view.follows
  const key = JSON.stringify(
    channels.map(({ channel, measurandId, stationId }) => ({
      serial: channel.instrument.serial,
      id: channel.spec.id,
      measurandId,
      stationId,
    })),
  )
  useEffect(() => {
    if (!follows || !bench) return
    for (const { serial, id, measurandId, stationId } of JSON.parse(key) as {
      serial: string
      id: string
      measurandId: MeasurandId
      stationId: Station
    }[])
      bench.connect(serial, id, { measurandId, stationId, section: 0 })
  }, [bench, follows, key])
}

/** Figures that a channel can be put to for a start, by what the channel measures. */
export const laneFigures = (
  channel: LiveChannel['spec']['channel'],
  ids: readonly MeasurandId[],
): { measurandId: MeasurandId; stationId: Station }[] =>
  ids
    .filter((id) => MEASURANDS[id].channel === channel)
    .flatMap((measurandId) => MEASURANDS[measurandId].stations.map((stationId) => ({ measurandId, stationId })))
