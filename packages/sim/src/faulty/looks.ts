/**
 * What a look at a part, or a try with it, shows when that part is the broken one: result → how often. From what the parts are like; what is not named seems sound. A check that
 * is not here is answered by the simulated appliance itself.
 */
export const LOOKS: Readonly<Record<string, Readonly<Record<string, Readonly<Record<string, number>>>>>> = {
  'electrode-look': { electrode: { worn: 0.85 }, drain: { wet: 0.7 } },
  'lead-ohms': { lead: { open: 0.65, varies: 0.25 } },
  'lead-moved': { lead: { varies: 0.75 }, harness: { varies: 0.7 }, 'external-wiring': { varies: 0.4 } },
  tubes: { 'pressure-tube': { bad: 0.92 } },
  'switch-contact': { 'air-switch': { stuck: 0.95 } },
  'flue-look': {
    vent: { obstructed: 0.8 },
    'flue-blocked': { obstructed: 0.8 },
    recirculation: { joint: 0.65 },
    downdraught: { joint: 0.3 },
  },
  'rod-look': { rod: { coated: 0.9 } },
  'earth-polarity': { 'earth-polarity': { wrong: 0.96 }, 'no-power': { wrong: 1 } },
  'coil-ohms': { coil: { high: 0.95 } },
  'stepper-home': { stepper: { lost: 0.92 } },
  'burner-look': { 'burner-dirty': { dirty: 0.97 }, exchanger: { dirty: 0.3 } },
  'orifice-look': { orifice: { wrong: 0.97 } },
  'exchanger-look': { exchanger: { fouled: 0.97 }, crack: { cracked: 0.85 } },
  'limit-cut-out': { limit: { early: 0.95 } },
  'damper-moves': { damper: { short: 0.95 } },
  'stage-swap': {
    'stage-relay': { lead: 0.95 },
    board: { lead: 0.9 },
    coil: { valve: 0.95 },
    valve: { valve: 0.95 },
    orifice: { valve: 0.95 },
    harness: { both: 0.55, lead: 0.35 },
    'stage-parameter': { lead: 0.9 },
  },
  'stage-setting': { 'stage-parameter': { off: 0.96 } },
  'call-arrives': {
    'time-switch': { missing: 0.97 },
    'room-thermostat': { missing: 0.97 },
    'zone-valve': { missing: 0.97 },
    'external-wiring': { missing: 0.97 },
    'no-power': { missing: 1 },
  },
  clock: { 'time-switch': { 'does-not': 0.93 } },
  'thermostat-asks': { 'room-thermostat': { 'does-not': 0.95 } },
  'end-switch': { 'zone-valve': { 'does-not': 0.96 } },
  'wiring-centre': { 'external-wiring': { open: 0.93 } },
  'supply-air-co': { crack: { co: 0.85 } },
  'sensor-ohms': { sensor: { off: 0.95 } },
}
