import { toSi } from '../units'
import { type Practice, practiceSchema } from './profile'

const mbar = (v: number) => toSi(v, 'mbar', 'pressure')
const inWc = (v: number) => toSi(v, 'inH2O', 'pressure')
const ppm = (v: number) => v * 1e-6
const NATURAL = ['natural-gas-h', 'natural-gas-l', 'pipeline-gas-na', 'methane', 'biomethane', 'natural-gas-h2-5', 'natural-gas-h2-10', 'natural-gas-h2-20'] as const
const LPG = ['propane', 'butane', 'lpg-mix'] as const

const CAUTIONS = ['licensed-only', 'code-overrules', 'in-doubt', 'co-no-smell', 'no-flame-leaks', 'mains-live', 'hot-parts', 'co-alarm-on']

/** mbar, °C, kW net and gross, CO2 and CO/CO2 ratio. */
const metricRatio: Practice = practiceSchema.parse({
  id: 'metric-ratio',
  version: 1,
  title: 'Metric, CO₂ and ratio',
  dated: '2026-03-01',
  background: ['EN 15502', 'EN 1643', 'BS 6891', 'BS 7967', 'IGEM/UP/1B'],
  units: 'metric',
  heatBasis: 'net',
  combustionBy: 'co2',
  coBy: 'ratio',
  limits: [
    { measurandId: 'ratio.coToCo2', stationId: 'flue', firingKinds: ['rate'], max: 0.008, goal: 0.001, hard: true, source: 'Common limit for non-condensing boilers; see BS 7967' },
    { measurandId: 'ratio.coToCo2', stationId: 'flue', firingKinds: ['rate'], burnerKinds: ['premix-pneumatic', 'premix-adapted'], flueTypes: ['room-sealed'], max: 0.004, goal: 0.001, hard: true, source: 'Condensing room-sealed boilers; see BS 7967' },
    { measurandId: 'co.flue', stationId: 'flue', firingKinds: ['rate'], burnerKinds: ['premix-pneumatic', 'premix-adapted'], flueTypes: ['room-sealed'], max: ppm(350), goal: ppm(100), hard: true, source: 'Condensing room-sealed boilers, as measured undiluted; see BS 7967' },
    { measurandId: 'pressure.standing', stationId: 'meter', gases: [...NATURAL], min: mbar(19), max: mbar(26), hard: false, source: 'Lock-up of a 21 mbar regulator, typical; see BS 6891' },
    { measurandId: 'pressure.working', stationId: 'meter', gases: [...NATURAL], min: mbar(19), nominal: mbar(21), max: mbar(23), hard: false, source: 'Meter regulator at full load, typical; see BS 6891' },
    { measurandId: 'pressure.working', stationId: 'meter', gases: [...LPG], min: mbar(32), nominal: mbar(37), max: mbar(42), hard: false, source: 'Propane second stage, typical' },
    { measurandId: 'pressure.drop', stationId: 'pipe', max: mbar(1), hard: false, source: 'Drop from meter to appliance at full load; see BS 6891; some makers allow 2 mbar' },
    { measurandId: 'co.ambient', stationId: 'room', max: ppm(30), goal: ppm(9), hard: true, source: 'Room level at which work stops; see BS 7967' },
  ],
  ambientCo: [
    { fromPpm: 9, action: 'look', source: 'Look for the source' },
    { fromPpm: 30, action: 'stop', source: 'Stop, ventilate, people out of the room' },
    { fromPpm: 70, action: 'evacuate', source: 'Everyone out of the building' },
    { fromPpm: 200, action: 'emergency', source: 'Emergency call' },
  ],
  plateTolerance: { below: 0.1, above: 0.05, source: 'Typical of makers: +5/−10 % of the plate, net' },
  rateOrder: { measure: 'max-first', source: 'Maximum is set before minimum' },
  warmUp: { blankingS: 60, minutes: 10, source: 'First minute out; settled at rate before a verdict' },
  adjustInside: { mode: 'only-outside', source: 'Adjust only outside the card’s band' },
  adaptedValve: { first: 'automatic', source: 'The valve’s own calibration first' },
  tightness: [
    { applies: 'New pipe, nothing connected', letByPa: mbar(10), letByS: 60, testPa: mbar(20), stabiliseS: 60, testS: 120, maxFallPa: 0, meterKind: 'any', source: 'See IGEM/UP/1B' },
    { applies: 'Appliances connected, ultrasonic meter or none, pipe up to 28 mm', letByPa: mbar(10), letByS: 60, testPa: mbar(20), stabiliseS: 60, testS: 120, maxFallPa: mbar(8), meterKind: 'ultrasonic-or-none', source: 'See IGEM/UP/1B; any smell fails' },
    { applies: 'Appliances connected, small diaphragm meter, pipe up to 28 mm', letByPa: mbar(10), letByS: 60, testPa: mbar(20), stabiliseS: 60, testS: 120, maxFallPa: mbar(4), meterKind: 'small-diaphragm', source: 'See IGEM/UP/1B; any smell fails' },
    { applies: 'Appliances connected, 16 m³/h class meter, pipe up to 28 mm', letByPa: mbar(10), letByS: 60, testPa: mbar(20), stabiliseS: 60, testS: 120, maxFallPa: mbar(1), meterKind: 'large-diaphragm', source: 'See IGEM/UP/1B; any smell fails' },
  ],
  probeDistance: { text: 'The maker’s flue sampling point; tip in the middle third', source: 'EN 15502 appliances have one' },
  caseSweepMaxPpm: { value: 10, source: 'Makers give about 10 ppm' },
  defectClasses: [
    { class: 'danger-now', name: 'Danger now', actions: ['turn-off', 'label', 'notify-emergency'], source: 'Map to the local unsafe-situations scheme' },
    { class: 'at-risk', name: 'At risk', actions: ['turn-off', 'label', 'notify-owner'], source: 'Map to the local unsafe-situations scheme' },
    { class: 'attention', name: 'Attention', actions: ['notify-owner', 'follow-up'], source: 'House rule' },
    { class: 'note', name: 'Note', actions: ['record'], source: 'House rule' },
  ],
  cautions: CAUTIONS,
})

/** inWC, °F, BTU/h gross, O2 and CO air-free. */
const imperialOxygen: Practice = practiceSchema.parse({
  id: 'imperial-oxygen',
  version: 1,
  title: 'Imperial, O₂ and air-free CO',
  dated: '2026-03-01',
  background: ['NFPA 54 / ANSI Z223.1', 'ANSI Z21.13', 'ANSI Z21.47'],
  units: 'imperial',
  heatBasis: 'gross',
  combustionBy: 'o2',
  coBy: 'air-free',
  limits: [
    { measurandId: 'co.airFree', stationId: 'flue', firingKinds: ['rate'], max: ppm(400), goal: ppm(100), hard: true, source: 'Vented appliances, air-free; see ANSI Z21' },
    { measurandId: 'co.airFree', stationId: 'flue', firingKinds: ['rate'], applianceTypes: ['water-heater'], max: ppm(200), goal: ppm(50), hard: true, source: 'Water heaters, air-free; see ANSI Z21.10' },
    { measurandId: 'o2.flue', stationId: 'flue', firingKinds: ['rate'], burnerKinds: ['atmospheric', 'induced-draught', 'modulating-furnace'], min: 0.06, max: 0.09, hard: false, source: 'Field practice for atmospheric and induced draught; some say 4–9 %' },
    { measurandId: 'pressure.standing', stationId: 'meter', gases: [...NATURAL], min: inWc(6), max: inWc(9), hard: false, source: 'Lock-up of a 7 inWC regulator, typical' },
    { measurandId: 'pressure.working', stationId: 'meter', gases: [...NATURAL], min: inWc(6), nominal: inWc(7), max: inWc(8), hard: false, source: 'House regulator at full load, typical' },
    { measurandId: 'pressure.working', stationId: 'meter', gases: [...LPG], min: inWc(10), nominal: inWc(11), max: inWc(13), hard: false, source: 'Propane second stage, typical' },
    { measurandId: 'pressure.drop', stationId: 'pipe', max: inWc(0.5), hard: false, source: 'Allowable drop of the sizing tables; see NFPA 54' },
    { measurandId: 'co.ambient', stationId: 'room', max: ppm(35), goal: ppm(9), hard: true, source: 'Room level at which work stops' },
  ],
  ambientCo: [
    { fromPpm: 9, action: 'look', source: 'Look for the source' },
    { fromPpm: 35, action: 'stop', source: 'Stop, ventilate, people out of the room' },
    { fromPpm: 70, action: 'evacuate', source: 'Everyone out of the building' },
    { fromPpm: 200, action: 'emergency', source: 'Emergency call' },
  ],
  plateTolerance: { below: 0.05, above: 0.02, source: 'Typical; see ANSI Z21' },
  rateOrder: { measure: 'max-first', source: 'High fire first' },
  warmUp: { blankingS: 60, minutes: 10, source: 'First minute out; stable before a verdict' },
  adjustInside: { mode: 'centre', source: 'Some makers ask to centre the manifold pressure' },
  adaptedValve: { first: 'manual', source: 'House rule' },
  tightness: [
    { applies: 'Where the code asks for a timed test', letByPa: 0, letByS: 0, testPa: toSi(3, 'psi', 'pressure'), stabiliseS: 300, testS: 600, maxFallPa: 0, meterKind: 'any', source: 'See NFPA 54; disconnect what is rated below the test pressure' },
  ],
  probeDistance: { text: 'After the last exchanger pass, before any draft hood or dilution; middle third', source: 'Field practice' },
  caseSweepMaxPpm: { value: 10, source: 'Makers give about 10 ppm' },
  defectClasses: [
    { class: 'danger-now', name: 'Danger now', actions: ['turn-off', 'label', 'notify-emergency'], source: 'Map to the local red-tag scheme' },
    { class: 'at-risk', name: 'At risk', actions: ['turn-off', 'label', 'notify-owner'], source: 'Map to the local red-tag scheme' },
    { class: 'attention', name: 'Attention', actions: ['notify-owner', 'follow-up'], source: 'House rule' },
    { class: 'note', name: 'Note', actions: ['record'], source: 'House rule' },
  ],
  cautions: CAUTIONS,
})

/** The two schools that ship; a firm may copy one and change it. */
export const SHIPPED_PRACTICES: readonly Practice[] = [metricRatio, imperialOxygen]
