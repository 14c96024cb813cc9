import { changeOfGasWorking, gasWorking } from './catalogue/gas'
import { condensingWorking, emissionsWorking, pairWorking, ratioValveWorking } from './catalogue/combustion'
import { flueGasWorking } from './catalogue/flueGas'
import { thermistorCurveWorking, thermistorWorking, thermocoupleWorking } from './catalogue/electrics'
import { airRiseWorking, balanceWorking, burnWindowWorking, waterSideWorking } from './catalogue/heat'
import { coilWorking, flameCurrentWorking, igniterWorking } from './catalogue/ignition'
import { unitsWorking } from './catalogue/measuring'
import { networkWorking } from './catalogue/network'
import { altitudeWorking, manifoldWorking } from './catalogue/manifold'
import { gasRateWorking, orificeWorking } from './catalogue/rate'
import { draughtWorking, openingsWorking, roomCoWorking } from './catalogue/room'
import { ladderWorking, obstructionWorking, pipeRunWorking } from './catalogue/supply'
import { letByWorking, provingWorking, purgeWorking, smallestLeakWorking, tightnessWorking } from './catalogue/tightness'
import type { Working } from './define'

/** Every calculation that stands by itself, in the order of the job. */
export const WORKINGS: readonly Working[] = [
  gasWorking,
  changeOfGasWorking,
  letByWorking,
  tightnessWorking,
  smallestLeakWorking,
  purgeWorking,
  ladderWorking,
  pipeRunWorking,
  networkWorking,
  obstructionWorking,
  provingWorking,
  gasRateWorking,
  orificeWorking,
  manifoldWorking,
  altitudeWorking,
  flueGasWorking,
  emissionsWorking,
  pairWorking,
  condensingWorking,
  ratioValveWorking,
  draughtWorking,
  openingsWorking,
  roomCoWorking,
  airRiseWorking,
  waterSideWorking,
  balanceWorking,
  burnWindowWorking,
  thermistorWorking,
  thermistorCurveWorking,
  thermocoupleWorking,
  igniterWorking,
  coilWorking,
  flameCurrentWorking,
  unitsWorking,
]

const byId = new Map(WORKINGS.map((w) => [w.id, w]))
/** A working by its id, or undefined. */
export const workingById = (id: string): Working | undefined => byId.get(id)

export { type Explained, gasOf, type Warning, type Working, WORKING_GROUPS, type WorkingGroup } from './define'
export {
  type CellField,
  type ChoiceField,
  type Describe,
  type Field,
  type GasChoice,
  type GasField,
  inputSchema,
  type NumberField,
  type OutputField,
  outputSchema,
  type RowsField,
  type TextField,
} from './fields'
export { readingsOf, type WorkingReading } from './readings'
export {
  type Doubts,
  firstInput,
  parseInput,
  runWorking,
  scatterWorking,
  usualDoubts,
  type WorkingAnswer,
  type WorkingInput,
  type WorkingResult,
} from './run'
