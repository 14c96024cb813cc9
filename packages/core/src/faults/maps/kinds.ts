import type { KindMap } from './build'

/** `order('a b c')`: the maker’s order. */
const order = (ids: string): string[] => ids.split(' ')

const SOURCE = 'Typical odds and orders of the trade, see docs/science.md; a card may override the odds'

const OUTSIDE = {
  percent: {
    'no-water': 6,
    'no-flow': 4,
    'no-power': 12,
    'time-switch': 14,
    'room-thermostat': 26,
    'zone-valve': 24,
    pump: 8,
    'external-wiring': 10,
    board: 6,
  },
  book: order('power-on water-gauge clock thermostat-asks call-arrives end-switch water-flow pump-turns lead-moved wiring-centre'),
} as const
const FURNACE_CALL = {
  percent: { 'no-power': 18, 'room-thermostat': 44, 'external-wiring': 26, board: 12 },
  book: order('power-on thermostat-asks call-arrives lead-moved wiring-centre'),
} as const
const WATER_LOSS = {
  percent: { 'water-leak': 42, 'relief-valve': 22, 'expansion-vessel': 31, exchanger: 5 },
  book: order('water-gauge relief-look vessel-check leaks-look'),
} as const
const GAS_SMELL = { percent: { 'gas-joint': 62, 'pipe-leak': 26, 'valve-leak': 12 }, book: order('sweep-joints tightness') } as const
const WATER_LIMIT = {
  percent: { 'no-water': 6, 'no-flow': 44, pump: 18, limit: 14, sensor: 14, 'over-fired': 6 },
  book: order('water-gauge water-flow pump-turns limit-contact sensor-ohms limit-cut-out gas-rate'),
} as const
const AIR_LIMIT = {
  percent: { airflow: 52, limit: 16, 'over-fired': 16, 'minimum-set-high': 6, fan: 4, 'room-thermostat': 6 },
  book: order('air-rise limit-contact burner-pressure gas-rate limit-cut-out thermostat-asks fan-turns'),
} as const
const LOW_GAS = {
  percent: { 'supply-starved': 46, 'supply-shut': 22, 'vessel-empty': 8, 'regulator-tripped': 12, 'gas-switch': 12 },
  book: order('gas-on inlet-pressure gas-switch-look gas-rate'),
} as const
const SPILLAGE = {
  percent: { downdraught: 34, 'flue-blocked': 28, 'room-extract': 32, exchanger: 6 },
  book: order('flue-look draught spillage-test spill-switch exchanger-look'),
} as const

const PREMIX_START = order(
  'gas-on water-gauge start fan-turns drain-look tubes air-signal switch-contact flue-look inlet-pressure earth-polarity spark electrode-look lead-ohms lead-moved inlet-dip coil-volts coil-volts-board coil-ohms differential burner-look combustion',
)
const PREMIX_DROPS = order(
  'inlet-pressure drain-look earth-polarity rod-look flame-current lead-moved combustion gas-rate intake-air differential coil-volts burner-look exchanger-look',
)

const PREMIX: KindMap['symptoms'] = {
  'no-demand': OUTSIDE,
  'no-ignition': {
    percent: {
      electrode: 18,
      lead: 4,
      valve: 6,
      coil: 4,
      drain: 10,
      harness: 8,
      mixture: 8,
      'supply-shut': 5,
      'regulator-tripped': 2,
      'supply-starved': 7,
      'no-water': 2,
      fan: 6,
      transformer: 6,
      'burner-dirty': 6,
      board: 5,
      vent: 5,
      'pressure-tube': 2,
      'air-switch': 2,
      'earth-polarity': 3,
    },
    book: PREMIX_START,
  },
  'drops-out': {
    percent: {
      rod: 25,
      'low-mixture': 15,
      drain: 12,
      'earth-polarity': 12,
      lead: 8,
      recirculation: 8,
      'supply-starved': 8,
      exchanger: 4,
      'burner-dirty': 3,
      board: 5,
    },
    book: PREMIX_DROPS,
  },
  'low-rate-loss': {
    percent: {
      'low-mixture': 40,
      rod: 18,
      exchanger: 10,
      drain: 9,
      'earth-polarity': 7,
      recirculation: 7,
      vent: 4,
      'pressure-tube': 3,
      fan: 2,
    },
    book: order(
      'fan-turns combustion tubes air-signal flue-look rod-look flame-current drain-look earth-polarity differential intake-air exchanger-look',
    ),
  },
  'limit-lock-out': WATER_LIMIT,
  'low-gas': LOW_GAS,
  'rough-ignition': {
    percent: { electrode: 30, mixture: 24, 'burner-dirty': 20, lead: 8, drain: 8, 'supply-starved': 10 },
    book: order('inlet-pressure electrode-look lead-ohms spark drain-look combustion burner-look'),
  },
  'no-hot-water': {
    percent: { 'flow-switch': 34, diverter: 26, 'plate-exchanger': 26, sensor: 14 },
    book: order('flow-seen diverter-look sensor-ohms plate-rise'),
  },
  'no-heating': {
    percent: { diverter: 24, 'room-thermostat': 30, pump: 18, 'zone-valve': 20, sensor: 8 },
    book: order('thermostat-asks diverter-look water-flow end-switch sensor-ohms'),
  },
  'high-co': {
    percent: { mixture: 30, exchanger: 28, 'burner-dirty': 16, recirculation: 12, vent: 8, fan: 6 },
    book: order('flue-look intake-air differential gas-rate combustion burner-look exchanger-look'),
  },
  'gas-smell': GAS_SMELL,
  'water-loss': WATER_LOSS,
}
const { mixture: _mixture, ...withoutMixture } = PREMIX['no-ignition']!.percent
const ADAPTED: KindMap['symptoms'] = {
  ...PREMIX,
  'no-ignition': { percent: { ...withoutMixture, 'ignition-rate': 9 }, book: PREMIX_START },
  'drops-out': {
    percent: { ...PREMIX['drops-out']!.percent, 'low-mixture': 8, 'ignition-rate': 9, sensor: 2 },
    book: [...PREMIX_DROPS, 'sensor-ohms'],
  },
}

const INDUCED_START = order(
  'gas-on start fan-turns tubes drain-look flue-look air-signal switch-contact limit-contact glow igniter-ohms spark electrode-look lead-ohms lead-moved inlet-pressure inlet-dip coil-volts coil-volts-board coil-ohms rod-look flame-current burner-look',
)
const INDUCED: KindMap['symptoms'] = {
  'no-demand': FURNACE_CALL,
  'no-ignition': {
    percent: {
      'pressure-tube': 22,
      igniter: 9,
      electrode: 3,
      lead: 3,
      drain: 14,
      vent: 10,
      'air-switch': 10,
      rod: 10,
      fan: 9,
      'supply-starved': 2,
      'supply-shut': 1.5,
      'regulator-tripped': 0.5,
      'burner-dirty': 2,
      'vessel-empty': 1,
      limit: 3,
      board: 3,
      valve: 2,
      coil: 1,
      harness: 2,
    },
    book: INDUCED_START,
  },
  'drops-out': {
    percent: { rod: 40, 'earth-polarity': 15, airflow: 14, limit: 6, 'supply-starved': 8, orifice: 3, recirculation: 8, board: 6, lead: 4 },
    book: order(
      'rod-look earth-polarity flame-current air-rise limit-contact inlet-pressure burner-pressure intake-air coil-volts lead-moved orifice-look',
    ),
  },
  'low-rate-loss': {
    percent: {
      rod: 38,
      'minimum-set-high': 22,
      'earth-polarity': 12,
      'supply-starved': 12,
      'burner-dirty': 8,
      vent: 4,
      'pressure-tube': 4,
    },
    book: order('burner-pressure tubes air-signal flue-look rod-look flame-current earth-polarity inlet-pressure burner-look'),
  },
  'limit-lock-out': AIR_LIMIT,
  'low-gas': LOW_GAS,
  'rough-ignition': {
    percent: { 'burner-dirty': 38, igniter: 18, orifice: 20, 'supply-starved': 12, electrode: 12 },
    book: order('inlet-pressure burner-pressure glow electrode-look burner-look orifice-look'),
  },
  'no-heating': {
    percent: { airflow: 40, 'room-thermostat': 30, limit: 16, 'over-fired': 14 },
    book: order('thermostat-asks air-rise limit-contact burner-pressure'),
  },
  'high-co': {
    percent: { 'over-fired': 26, 'burner-dirty': 22, exchanger: 16, vent: 14, crack: 8, orifice: 14 },
    book: order('flue-look burner-pressure gas-rate supply-air-co combustion burner-look orifice-look exchanger-look'),
  },
  'gas-smell': GAS_SMELL,
}
const MODULATING: KindMap['symptoms'] = {
  ...INDUCED,
  'low-rate-loss': {
    percent: {
      rod: 28,
      'minimum-set-high': 32,
      stepper: 12,
      'earth-polarity': 9,
      'supply-starved': 7,
      'burner-dirty': 5,
      vent: 4,
      'pressure-tube': 3,
    },
    book: order('stepper-home burner-pressure tubes air-signal flue-look rod-look flame-current earth-polarity inlet-pressure burner-look'),
  },
  'limit-lock-out': {
    percent: { airflow: 44, limit: 13, 'over-fired': 10, 'minimum-set-high': 20, stepper: 5, fan: 4, 'room-thermostat': 4 },
    book: order('air-rise limit-contact stepper-home burner-pressure gas-rate limit-cut-out thermostat-asks fan-turns'),
  },
}

const ATMOSPHERIC: KindMap['symptoms'] = {
  'no-demand': {
    percent: { ...OUTSIDE.percent, 'low-water': 10, limit: 6 },
    book: [...OUTSIDE.book.slice(0, 4), 'low-water-look', 'limit-contact', ...OUTSIDE.book.slice(4)],
  },
  'no-ignition': {
    percent: {
      'pilot-flame': 30,
      thermocouple: 25,
      'pilot-circuit': 15,
      downdraught: 10,
      magnet: 8,
      'supply-shut': 4,
      'supply-starved': 2,
      'vessel-empty': 1,
      board: 3,
      coil: 2,
    },
    book: order('gas-on inlet-pressure pilot-look spill-switch sensor-open sensor-loaded interrupter magnet-holds coil-volts coil-ohms'),
  },
  'drops-out': {
    percent: { thermocouple: 27, 'pilot-flame': 22, 'pilot-circuit': 16, downdraught: 17, magnet: 8, 'supply-starved': 10 },
    book: order('pilot-look spill-switch inlet-pressure sensor-open sensor-loaded interrupter magnet-holds spillage-test'),
  },
  'limit-lock-out': {
    percent: { ...WATER_LIMIT.percent, 'low-water': 8 },
    book: [...WATER_LIMIT.book, 'low-water-look'],
  },
  'low-gas': LOW_GAS,
  'rough-ignition': {
    percent: { 'burner-dirty': 42, 'pilot-flame': 32, orifice: 20, 'over-fired': 6 },
    book: order('pilot-look burner-pressure burner-look orifice-look'),
  },
  'high-co': {
    percent: { 'over-fired': 30, 'burner-dirty': 26, exchanger: 18, 'flue-blocked': 10, 'room-extract': 8, orifice: 8 },
    book: order('flue-look draught spillage-test burner-pressure gas-rate combustion burner-look orifice-look exchanger-look'),
  },
  spillage: SPILLAGE,
  'no-hot-water': {
    percent: { 'pilot-flame': 26, thermocouple: 26, 'time-switch': 8, sensor: 22, limit: 18 },
    book: order('clock pilot-look sensor-open limit-contact sensor-ohms'),
  },
  'no-heating': {
    percent: { 'room-thermostat': 34, 'zone-valve': 26, pump: 24, 'time-switch': 16 },
    book: order('clock thermostat-asks water-flow end-switch'),
  },
  'gas-smell': GAS_SMELL,
  'water-loss': WATER_LOSS,
}

const MULTI: KindMap['symptoms'] = {
  'no-demand': OUTSIDE,
  'no-ignition': {
    percent: {
      coil: 12,
      harness: 12,
      'stage-relay': 17,
      valve: 16,
      'stage-parameter': 12,
      orifice: 8,
      board: 4,
      electrode: 6,
      transformer: 2,
      'supply-shut': 2,
      'regulator-tripped': 1,
      'supply-starved': 2,
      fan: 3,
      'air-switch': 2,
      'pressure-tube': 1,
    },
    book: order(
      'gas-on stage-setting inlet-pressure fan-turns air-signal tubes switch-contact start spark electrode-look lead-moved inlet-dip coil-volts coil-volts-board coil-ohms relay-volts stage-swap orifice-look',
    ),
  },
  'low-rate-loss': {
    percent: { rod: 30, mixture: 14, 'supply-starved': 16, orifice: 10, 'earth-polarity': 10, 'burner-dirty': 10, electrode: 10 },
    book: order('inlet-pressure burner-pressure rod-look electrode-look earth-polarity flame-current combustion burner-look orifice-look'),
  },
  'drops-out': {
    percent: { rod: 28, 'earth-polarity': 14, electrode: 10, 'supply-starved': 20, fan: 8, vent: 10, board: 10 },
    book: order('inlet-pressure rod-look electrode-look earth-polarity flame-current fan-turns flue-look combustion'),
  },
  'limit-lock-out': WATER_LIMIT,
  'low-gas': LOW_GAS,
  'rough-ignition': {
    percent: { electrode: 32, mixture: 26, orifice: 18, 'burner-dirty': 18, 'over-fired': 6 },
    book: order('electrode-look burner-pressure combustion burner-look orifice-look'),
  },
  'high-co': {
    percent: { mixture: 28, 'over-fired': 20, fan: 8, vent: 12, 'burner-dirty': 14, orifice: 10, exchanger: 8 },
    book: order('flue-look fan-turns burner-pressure gas-rate differential combustion burner-look orifice-look exchanger-look'),
  },
  'gas-smell': GAS_SMELL,
  'water-loss': WATER_LOSS,
}

const FORCED_START = order(
  'gas-on inlet-pressure gas-switch-look start damper-moves fan-turns air-signal switch-contact valve-tight spark electrode-look lead-moved rod-look flame-current earth-polarity inlet-dip coil-volts coil-volts-board coil-ohms',
)
const FORCED: KindMap['symptoms'] = {
  'no-demand': OUTSIDE,
  'no-ignition': {
    percent: {
      'gas-switch': 10,
      'supply-shut': 6,
      'supply-starved': 4,
      'air-switch': 8,
      damper: 10,
      'valve-leak': 12,
      electrode: 5,
      transformer: 7,
      rod: 10,
      fan: 5,
      valve: 4,
      coil: 3,
      harness: 3,
      board: 4,
      'earth-polarity': 4,
      'pressure-tube': 5,
    },
    book: FORCED_START,
  },
  'drops-out': {
    percent: { rod: 28, mixture: 22, 'supply-starved': 16, 'earth-polarity': 8, damper: 10, fan: 5, board: 7, lead: 4 },
    book: order('rod-look flame-current earth-polarity inlet-pressure damper-moves fan-turns combustion coil-volts lead-moved'),
  },
  'low-rate-loss': {
    percent: { 'low-mixture': 44, rod: 30, damper: 16, 'earth-polarity': 10 },
    book: order('damper-moves combustion rod-look flame-current earth-polarity'),
  },
  'limit-lock-out': WATER_LIMIT,
  'low-gas': LOW_GAS,
  'rough-ignition': {
    percent: { electrode: 26, mixture: 36, 'burner-dirty': 18, damper: 20 },
    book: order('damper-moves electrode-look spark combustion burner-look'),
  },
  'high-co': {
    percent: { mixture: 40, damper: 16, vent: 12, exchanger: 18, 'burner-dirty': 14 },
    book: order('flue-look damper-moves gas-rate combustion burner-look exchanger-look'),
  },
  'gas-smell': GAS_SMELL,
  'water-loss': WATER_LOSS,
}

/** One map for each burner kind. The percentages are typical odds of the trade; the orders are a careful maker’s: the cheap, the common and the safe first. */
export const KIND_MAPS: readonly KindMap[] = [
  {
    id: 'premix-pneumatic',
    title: 'Premix burner with a ratio valve',
    burnerKinds: ['premix-pneumatic'],
    source: SOURCE,
    symptoms: PREMIX,
  },
  { id: 'premix-adapted', title: 'Premix burner that adapts itself', burnerKinds: ['premix-adapted'], source: SOURCE, symptoms: ADAPTED },
  { id: 'induced-draught', title: 'Induced draught burner', burnerKinds: ['induced-draught'], source: SOURCE, symptoms: INDUCED },
  { id: 'modulating-furnace', title: 'Modulating furnace', burnerKinds: ['modulating-furnace'], source: SOURCE, symptoms: MODULATING },
  { id: 'atmospheric', title: 'Atmospheric burner with a pilot', burnerKinds: ['atmospheric'], source: SOURCE, symptoms: ATMOSPHERIC },
  { id: 'multi-valve', title: 'Burner with several valves', burnerKinds: ['multi-valve'], source: SOURCE, symptoms: MULTI },
  { id: 'forced-draught', title: 'Forced draught burner', burnerKinds: ['forced-draught'], source: SOURCE, symptoms: FORCED },
]
