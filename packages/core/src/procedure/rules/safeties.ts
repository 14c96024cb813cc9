import type { MeasurandId } from '../../measure'
import type { Need } from '../step'
import { ask, asks, doing, FIRED, flueStates, has, hasManifold, type Job, need, type Rule } from './parts'

/** What a pilot's sensor gives, open and loaded; a rod is read with the flame currents, and an unsupervised pilot gives nothing. */
const PILOT_VOLTAGES: Partial<Record<string, readonly MeasurandId[]>> = {
  thermocouple: ['thermocouple.open', 'thermocouple.loaded'],
  generator: ['pilotGenerator.open', 'pilotGenerator.loaded'],
}

/** After a valve was fitted the limit is read where it cuts out, and the motors against the plate. */
const setAnew = (j: Job): Need[] =>
  doing(j, 'gas-valve-replacement', 'commissioning')
    ? [
        ...(j.card.safeties.some((s) => /limit/.test(s.id))
          ? [need('temperature.limitCutOut', j.traits.medium === 'air' ? 'air' : 'water', j.top.id, true)]
          : []),
        ...(j.card.burnerKind !== 'atmospheric' || j.traits.medium === 'air' ? [need('motor.current', 'electrics', j.top.id, true)] : []),
      ]
    : []

/** Safeties, valve seats, pilot, water. */
export const SAFETIES: readonly Rule[] = [
  // Safeties, valve seats, pilot, water
  {
    kind: 'safeties',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => j.card.safeties.length > 0,
    steps: (j) => [
      {
        id: 'safeties',
        stationId: 'electrics',
        needs: setAnew(j),
        asks: j.card.safeties.map((s) => ask(`safety.${s.id}`, s.setting ? `${s.label}, ${s.setting}` : s.label, s.proveBy)),
        cautions: ['no-bridge', 'hot-parts'],
      },
    ],
  },
  {
    kind: 'seat',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => doing(j, 'gas-valve-replacement', 'commissioning') || has(j, 'leak.seat', 'valve', 'standing'),
    steps: (j) => [
      {
        id: 'seat',
        stationId: 'valve',
        needs: has(j, 'leak.seat', 'valve', 'standing') ? [need('leak.seat', 'valve', 'standing')] : [],
        asks: asks('seat-proof', j.card.burnerKind === 'forced-draught' && 'valve-proving', hasManifold(j) && 'governor-stop'),
        timers: [{ id: 'seat', seconds: 120 }],
      },
    ],
  },
  {
    // After the last screw: what is set decides the flame, at every rate and at ignition.
    kind: 'figures',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => flueStates(j).some((s) => has(j, 'flame.current', 'electrics', s.id)),
    steps: (j) => [
      {
        id: 'flame-current',
        stationId: 'electrics',
        needs: flueStates(j)
          .filter((s) => has(j, 'flame.current', 'electrics', s.id))
          .map((s) => need('flame.current', 'electrics', s.id)),
        cautions: ['mains-live'],
      },
    ],
  },
  {
    kind: 'pilot',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => j.traits.pilot === 'standing' && j.card.firingStates.some((s) => s.kind === 'pilot'),
    steps: (j) => {
      const pilot = j.card.firingStates.find((s) => s.kind === 'pilot')!.id
      const watched = j.traits.pilotSensor !== 'unsupervised'
      return [
        {
          id: 'pilot',
          stationId: 'electrics',
          firingStateId: pilot,
          needs: [
            ...(PILOT_VOLTAGES[j.traits.pilotSensor ?? 'thermocouple'] ?? []).map((m) => need(m, 'electrics', pilot)),
            ...(watched ? [need('time.dropOut', 'electrics', pilot)] : []),
          ],
          asks: asks('pilot-relights'),
          cautions: watched ? ['pilot-old'] : ['pilot-unsupervised'],
        },
      ]
    },
  },
  {
    kind: 'water',
    stage: 'safeties',
    jobs: ['commissioning', 'annual-service', 'breakdown', 'safety-check'],
    when: (j) => j.traits.medium !== 'air',
    steps: (j) => [
      {
        id: 'water',
        stationId: 'water',
        needs:
          j.traits.medium === 'water'
            ? [need('pressure.water', 'water', 'off'), need('pressure.expansionVessel', 'water', 'off', true)]
            : [],
        asks: asks('relief-valve', j.traits.medium === 'steam' && 'siphon', j.traits.medium === 'steam' && 'water-line'),
        cautions: j.traits.medium === 'steam' ? ['steam-level', 'hot-parts'] : ['scald'],
      },
    ],
  },
]
