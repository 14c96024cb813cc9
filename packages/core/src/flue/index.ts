export { analyseFlue, atReferenceOxygen, DILUTION_O2, emissionPerHeat, type FlueAnalysis, type FlueReadings, oxygenOf } from './analysis'
export { FLUE_SIGNATURES, type FlueSignature, flueSignatures } from './crossCheck'
export { DRAUGHT_FINDINGS, type DraughtFinding, flueMolarMass, judgeDraught, theoreticalDraught } from './draught'
export { ENTHALPY_RANGE_K, type FlueSpecies, latentHeat, molarEnthalpy } from './enthalpy'
export { type FlueInput, type FlueNumbers, flueNumbers, o2FromCo2 } from './numbers'
export { checkPair, type FluePair, type Origin, type PairCheck } from './pair'
export { airWater, saturationPressure, saturationTemperature } from './saturation'
export { northAmericanFlueLoss, shortFlueLoss } from './shortFormula'
export {
  explainAirFree,
  explainCo2,
  explainDewPoint,
  explainExcessAir,
  explainGrossEfficiency,
  explainLambda,
  explainNetEfficiency,
  explainNetStack,
  explainO2,
  explainRatio,
  explainShortLoss,
} from './explain'
