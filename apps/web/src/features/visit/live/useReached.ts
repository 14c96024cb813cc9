'use client'

import { reachedRate } from '@lucerna/core/live'
import { meterRate } from '@lucerna/core/supply'
import { standardPressure } from '@lucerna/core/burner'
import { presetGas } from '@lucerna/core/gas'
import { useDesk } from '../parts/context'
import { useLiveView } from './context'
import { channelKey, METER_READER } from './LiveBoard'

/** Which firing state the gas meter says is burning; null while it does not. */
export function useReached(): string | null {
  const { appliance } = useDesk()
  const view = useLiveView()
  const meter = view.channels.get(channelKey(METER_READER.serial, 'meterIndex'))
  if (!meter) return null
  const gas = presetGas(appliance.facts.gas)
  const rates = appliance.card.firingStates.flatMap((s) =>
    s.kind === 'rate' && s.nominalInputW !== null
      ? [{ id: s.id, inputW: s.basis === 'gross' ? (s.nominalInputW * gas.netCvJPerM3) / gas.grossCvJPerM3 : s.nominalInputW }]
      : [],
  )
  const netW = (flow: number) => {
    const rate = meterRate(
      { volumeM3: flow * 100, seconds: 100, index: 'actual', barometerPa: standardPressure(appliance.facts.altitudeM) },
      gas,
    )
    return rate.ok ? rate.value.heatInputNetW : 0
  }
  return reachedRate(meter.trace.samples, meter.spec.resolution, netW, rates)
}
