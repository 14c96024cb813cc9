/** The kinds that a target card names. */

export const BURNER_KINDS = [
  'atmospheric',
  'induced-draught',
  'modulating-furnace',
  'premix-pneumatic',
  'premix-adapted',
  'multi-valve',
  'forced-draught',
] as const
export const APPLIANCE_TYPES = ['combination-boiler', 'boiler', 'steam-boiler', 'furnace', 'water-heater'] as const
export const FLUE_TYPES = ['room-sealed', 'open-flued'] as const

export const ADJUSTER_FUNCTIONS = ['governor', 'throttle', 'offset', 'click', 'air-shutter', 'menu', 'cam', 'calibration'] as const
export const ADJUSTER_UNITS = ['turn', 'click', 'step', 'millimetre', 'degree'] as const
export const CLOCKWISE = ['more-gas', 'less-gas', 'more-air', 'less-air', 'unknown'] as const

/** In which measurand a maker prints what an adjuster does. */
export const EFFECT_MEASURANDS = ['pressure.manifold', 'co2.flue', 'o2.flue'] as const

export const TABLE_USES = ['differential', 'fan-suction', 'thermistor', 'load-points', 'orifice', 'other'] as const

/** Where in the order of a visit a maker's own step belongs. */
export const VISIT_STAGES = [
  'arrive',
  'as-found',
  'isolate',
  'tightness',
  'clean',
  'supply',
  'first-fire',
  'burner',
  'flue',
  'adjust',
  'safeties',
  'restore',
  'hand-over',
] as const
export type VisitStage = (typeof VISIT_STAGES)[number]
