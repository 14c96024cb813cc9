export {
  copperAt20,
  type ElectricCheck,
  flameLambdas,
  METHOD_SIGNATURES,
  type MethodSignature,
  methodSignature,
  ohmsLaw,
  sourceResistance,
  TYPICAL_ELECTRICS,
} from './circuits'
export {
  type BetaCurve,
  betaOfPoints,
  betaResistance,
  betaTemperature,
  type SteinhartHart,
  steinhartHart,
  steinhartTemperature,
  tableTemperature,
  type ThermistorPoint,
} from './thermistor'
