import { ask, asks, condition, differential, found, type Job, need, type Rule, working } from './parts'

const dead = (j: Job): boolean => j.dead

/**
 * A burner that does not run. It has no as-found combustion: its as-found is the start that died, the supply, the drain, the electrodes and the electrics.
 * A finished repair opens the first run, which is the baseline from there on.
 */
export const DEAD: readonly Rule[] = [
  {
    kind: 'dead-start',
    stage: 'as-found',
    jobs: ['breakdown'],
    when: dead,
    steps: (j) => {
      const died = ask('start-died')
      const fan = j.card.burnerKind !== 'atmospheric'
      const [first, second, ...others] = died.answers.filter((a) => fan || (a !== 'no-fan' && a !== 'air-not-proved'))
      return [
        {
          id: 'dead-start',
          stationId: 'electrics',
          needs: [need('pressure.ignitionDip', 'inlet', j.top.id, true)],
          asks: [{ ...died, answers: [first!, second!, ...others] }],
          cautions: ['no-bridge'],
        },
      ]
    },
  },
  {
    kind: 'basics',
    stage: 'isolate',
    jobs: ['breakdown'],
    when: dead,
    steps: (j) => {
      const asked = new Set<string>()
      // What the maker says of the electrics with nothing burning, each once.
      const electrics = j.card.limits.filter((l) => {
        const key = `${l.measurandId}/${l.firingStateId}`
        const wanted = l.stationId === 'electrics' && (l.firingStateId === 'off' || l.firingStateId === 'standing') && !asked.has(key)
        if (wanted) asked.add(key)
        return wanted
      })
      const gap = j.card.serviceList.some((i) => i.gap) && !asked.has('electrode.gap/off')
      return [
        {
          id: 'basics',
          stationId: 'electrics',
          needs: [
            ...electrics.map((l) => need(l.measurandId, 'electrics', l.firingStateId, true)),
            // A sensor is judged by its table at the temperature that is measured at it.
            ...(j.card.tables.some((t) => t.use === 'thermistor' && t.tolerance !== null)
              ? [need('thermistor.resistance', 'electrics', 'off', true), need('temperature.sensorMeasured', 'water', 'off', true)]
              : []),
            ...(gap ? [need('electrode.gap', 'electrics', 'off', true)] : []),
          ],
          asks: asks(
            j.traits.power !== 'millivolt' && 'polarity-earth',
            j.card.condensing && 'drain-clear',
            j.traits.pilot !== 'standing' && 'electrodes',
          ),
          cautions: j.card.condensing ? ['mains-live', 'condensate'] : ['mains-live'],
        },
      ]
    },
  },
  {
    kind: 'repair',
    stage: 'isolate',
    jobs: ['breakdown'],
    when: dead,
    steps: () => [{ id: 'repair', stationId: 'burner', asks: asks('repaired') }],
  },
  { kind: 'working', stage: 'first-fire', jobs: ['breakdown'], when: dead, steps: working },
  { kind: 'differential', stage: 'first-fire', jobs: ['breakdown'], when: dead, steps: differential(false) },
  { kind: 'first-run', stage: 'first-fire', jobs: ['breakdown'], when: dead, steps: found },
  { kind: 'condition', stage: 'first-fire', jobs: ['breakdown'], when: dead, steps: condition },
]
