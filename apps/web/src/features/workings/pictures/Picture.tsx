'use client'

import { Co2Line, DewPoint, InputOverAltitude, InputOverSeconds, type PictureProps, Sweep, WindowOverTime } from './charts'
import { Ladder } from './Ladder'
import { Losses } from './Losses'
import { PipeTree } from './PipeTree'

/** What is drawn over what where no picture of its own fits better. */
const SWEEPS: Readonly<Record<string, readonly [x: string, y: string]>> = {
  'change-of-gas': ['toPa', 'newDiameterM'],
  'let-by': ['endPa', 'leakM3PerS'],
  tightness: ['endPa', 'leakM3PerS'],
  'smallest-leak': ['seconds', 'smallestLeakM3PerS'],
  purge: ['flowM3PerS', 'seconds'],
  'pipe-run': ['flowM3PerS', 'dropPa'],
  'pipe-obstruction': ['measuredPa', 'extraLengthM'],
  'valve-proving': ['volumeM3', 'neededSeconds'],
  orifice: ['pressureDropPa', 'flowM3PerS'],
  manifold: ['toPa', 'newInputW'],
  'co-figures': ['o2Dry', 'coAirFree'],
  'ratio-valve': ['speedShare', 'co2Dry'],
  draught: ['flueMeanK', 'draughtPa'],
  'air-openings': ['inputW', 'eachM2'],
  'room-co': ['seconds', 'atTime'],
  'air-rise': ['flowM3PerS', 'riseK'],
  'water-side': ['flowM3PerS', 'outputW'],
  'heat-balance': ['outputW', 'gapW'],
  thermistor: ['measuredOhm', 'temperatureK'],
  'thermistor-table': ['measuredOhm', 'temperatureK'],
  thermocouple: ['loadedV', 'sourceOhm'],
  igniter: ['currentA', 'hotOhm'],
  coil: ['coilK', 'at20Ohm'],
  'flame-current': ['currentA', 'lean'],
}

/** The picture that fits a calculation. */
export function Picture(props: PictureProps) {
  const { working, answer } = props
  switch (working.id) {
    case 'flue-gas':
      return (
        <div className="flex flex-col gap-4">
          <Losses {...props} />
          <Co2Line {...props} o2={answer.result.o2Dry as number} co2={answer.result.co2Dry as number} />
        </div>
      )
    case 'o2-co2-pair':
      return <Co2Line {...props} o2={answer.input.o2Dry as number} co2={answer.input.co2Dry as number} near />
    case 'gas-rate':
      return <InputOverSeconds {...props} />
    case 'pressure-ladder':
      return <Ladder {...props} />
    case 'pipe-network':
      return <PipeTree {...props} />
    case 'condensing':
      return <DewPoint {...props} />
    case 'burn-window':
      return <WindowOverTime {...props} />
    case 'altitude':
      return <InputOverAltitude {...props} />
    default: {
      const sweep = SWEEPS[working.id]
      return sweep ? <Sweep {...props} x={sweep[0]} y={sweep[1]} /> : null
    }
  }
}
