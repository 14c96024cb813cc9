import { ATMOSPHERE_PA } from '../../gas'
import {
  explainLeak,
  explainSmallestLeak,
  leakRate,
  PIPE_SIZES,
  pipesVolume,
  purge,
  secondsToSee,
  smallestLeak,
  temperatureRise,
  valveProving,
} from '../../supply'
import { ask, BAROMETER, C, choose, F, finding, may, tell } from '../build'
import { answer, defineWorking, line, term, warn } from '../define'

const IN = 249.08891
const SIZES = PIPE_SIZES.map((s) => s.id) as [string, ...string[]]

const PIPES = {
  kind: 'rows',
  columns: {
    size: choose(SIZES, 'cu-22'),
    lengthM: ask('length', 0, 2000, { default: 5, doubt: { relative: 0.03 } }),
  },
  min: 0,
  max: 100,
  default: [
    { size: 'cu-22', lengthM: 12 },
    { size: 'cu-15', lengthM: 4 },
  ],
} as const

const METER_VOLUME = ask('volume', 0, 10, { default: 0.008, doubt: { relative: 0.05 } })
const EXTRA_VOLUME = may('volume', 0, 100)
const GAS_K = ask('temperature', C(-30), C(50), { default: C(15), imperialDefault: F(60), doubt: { absolute: 0.5 } })
const MAY_GAS_K = may('temperature', C(-30), C(50), { doubt: { absolute: 0.2 } })
const READABLE = ask('gauge', 0.1, 1000, { default: 25, imperialDefault: 25 })

const volumeOf = (i: {
  readonly pipes: readonly { readonly size: string; readonly lengthM: number }[]
  readonly meterM3: number
  readonly extraM3?: number | undefined
}) => pipesVolume(i.pipes) + i.meterM3 + (i.extraM3 ?? 0)

const pressureTest = <const K extends 'tightness' | 'let-by'>(kind: K) => {
  const tight = kind === 'tightness'
  const start = tight ? 2000 : 700
  const end = tight ? 1970 : 700
  return defineWorking({
    id: kind,
    group: 'supply',
    inputs: {
      pipes: PIPES,
      meterM3: METER_VOLUME,
      extraM3: EXTRA_VOLUME,
      startPa: ask('gauge', 0, 500_000, { default: start, imperialDefault: tight ? 20_684 : 3 * IN, doubt: { absolute: 7 } }),
      endPa: ask('gauge', 0, 500_000, { default: end, imperialDefault: tight ? 20_684 : 3 * IN, doubt: { absolute: 7 } }),
      seconds: ask('seconds', 1, 86_400, { default: tight ? 120 : 60, imperialDefault: tight ? 600 : 60, doubt: { absolute: 1 } }),
      gasTemperatureK: GAS_K,
      endGasTemperatureK: MAY_GAS_K,
      barometerPa: BAROMETER,
      endBarometerPa: may('barometer', 50_000, 110_000, { doubt: { absolute: 5 } }),
      readablePa: READABLE,
      maxChangePa: ask('gauge', 0, 10_000, { default: tight ? 400 : 0, imperialDefault: 0 }),
    },
    outputs: {
      leakM3PerS: tell('leak'),
      changePa: tell('gauge'),
      weatherPa: tell('gauge'),
      volumeM3: tell('volume'),
      smallestLeakM3PerS: tell('leak'),
      perKelvinPa: tell('gauge'),
      verdict: finding(['passes', 'fails', 'cannot-tell'] as const),
    },
    principal: ['verdict', 'leakM3PerS', 'smallestLeakM3PerS'],
    saidAs: { volumeM3: 'pipes' },
    notes: ['any-smell-fails', 'temperature-moves-gauge', 'stabilise-first', 'profile-decides'],
    compute: (i) => {
      const volumeM3 = volumeOf(i)
      const leak = leakRate({ ...i, volumeM3 })
      if (!leak.ok) return leak
      const smallest = smallestLeak(volumeM3, i.seconds, i.readablePa, i.gasTemperatureK)
      if (!smallest.ok) return smallest
      const sign = tight ? 1 : -1
      // Adding nothing makes −0 a plain 0.
      const change = sign * leak.value.fallPa + 0
      const own = change - sign * leak.value.weatherFallPa
      // A limit of nothing means: no movement that can be read.
      const allowed = Math.max(i.maxChangePa, 0)
      const moved = own > allowed + (allowed === 0 ? i.readablePa / 2 : 1e-9)
      const weather = Math.abs(leak.value.weatherFallPa) > Math.max(allowed, i.readablePa)
      return answer({
        leakM3PerS: sign * leak.value.leakM3PerS + 0,
        changePa: change,
        weatherPa: sign * leak.value.weatherFallPa + 0,
        volumeM3,
        smallestLeakM3PerS: smallest.value,
        perKelvinPa: temperatureRise(i.startPa, i.gasTemperatureK, i.gasTemperatureK + 1, i.barometerPa ?? ATMOSPHERE_PA),
        verdict: moved ? 'fails' : weather ? 'cannot-tell' : 'passes',
      })
    },
    explain: (i, r) => ({
      working: [
        explainLeak(
          {
            volumeM3: r.volumeM3!,
            seconds: i.seconds,
            startAbsolutePa: i.startPa + (i.barometerPa ?? ATMOSPHERE_PA),
            endAbsolutePa: i.endPa + (i.endBarometerPa ?? i.barometerPa ?? ATMOSPHERE_PA),
            startK: i.gasTemperatureK,
            endK: i.endGasTemperatureK ?? i.gasTemperatureK,
            falls: tight,
          },
          r.leakM3PerS!,
        ),
        explainSmallestLeak({ ...i, volumeM3: r.volumeM3! }, r.smallestLeakM3PerS!),
      ],
      warnings: [
        warn(r.verdict === 'fails', tight ? 'tightness-fails' : 'let-by-fails'),
        warn(r.verdict === 'cannot-tell', 'weather-hides'),
        warn(i.endGasTemperatureK === undefined, 'temperature-not-watched'),
        warn(r.leakM3PerS! < 0 && r.changePa! < -i.readablePa, 'wrong-direction'),
      ],
    }),
  })
}

export const tightnessWorking = pressureTest('tightness')
export const letByWorking = pressureTest('let-by')

export const smallestLeakWorking = defineWorking({
  id: 'smallest-leak',
  group: 'supply',
  inputs: {
    pipes: PIPES,
    meterM3: METER_VOLUME,
    extraM3: EXTRA_VOLUME,
    readablePa: READABLE,
    gasTemperatureK: GAS_K,
    seconds: ask('seconds', 1, 86_400, { default: 120, doubt: { absolute: 1 } }),
    wantedM3PerS: may('leak', 1e-10, 1, { default: 0.1 / 3.6e6 }),
  },
  outputs: { smallestLeakM3PerS: tell('leak'), secondsNeeded: tell('minutes'), volumeM3: tell('volume') },
  principal: ['smallestLeakM3PerS', 'secondsNeeded'],
  saidAs: { volumeM3: 'pipes', leakM3PerS: 'wantedM3PerS' },
  notes: ['smell-sees-more'],
  compute: (i) => {
    const volumeM3 = volumeOf(i)
    const leak = smallestLeak(volumeM3, i.seconds, i.readablePa, i.gasTemperatureK)
    if (!leak.ok) return leak
    const needed = i.wantedM3PerS === undefined ? undefined : secondsToSee(volumeM3, i.readablePa, i.gasTemperatureK, i.wantedM3PerS)
    if (needed && !needed.ok) return needed
    return answer({ smallestLeakM3PerS: leak.value, secondsNeeded: needed?.value ?? null, volumeM3 })
  },
  explain: (i, r) => ({
    working: [explainSmallestLeak({ ...i, volumeM3: r.volumeM3! }, r.smallestLeakM3PerS!)],
    warnings: [warn(r.secondsNeeded !== null && r.secondsNeeded > 3600, 'test-too-long')],
  }),
})

export const purgeWorking = defineWorking({
  id: 'purge',
  group: 'supply',
  inputs: {
    pipes: PIPES,
    extraM3: EXTRA_VOLUME,
    meterCyclicM3: ask('volume', 0, 1, { default: 0.002 }),
    flowM3PerS: ask('flow', 1e-6, 1, { default: 2.5 / 3600, doubt: { relative: 0.05 } }),
    pipeFactor: ask('plain', 1, 10, { default: 1.5 }),
    revolutions: ask('count', 0, 50, { default: 5, whole: true }),
  },
  saidAs: { pipeVolumeM3: 'pipes' },
  outputs: { purgeM3: tell('volume'), seconds: tell('seconds'), pipeVolumeM3: tell('volume') },
  principal: ['purgeM3', 'seconds'],
  notes: ['purge-to-outside', 'profile-decides'],
  compute: (i) => {
    const pipeVolumeM3 = volumeOf({ ...i, meterM3: 0 })
    const made = purge({ ...i, pipeVolumeM3 })
    return made.ok ? answer({ purgeM3: made.value.volumeM3, seconds: made.value.seconds, pipeVolumeM3 }) : made
  },
  explain: (i, r) => ({
    working: [
      line(
        'V = k·V_pipe + n·V_rev',
        [
          term('k', i.pipeFactor),
          term('V_pipe', r.pipeVolumeM3!, 'volume'),
          term('n', i.revolutions),
          term('V_rev', i.meterCyclicM3, 'volume'),
        ],
        term('V', r.purgeM3!, 'volume'),
        'practice profile',
      ),
      line('t = V/q', [term('V', r.purgeM3!, 'volume'), term('q', i.flowM3PerS, 'flow')], term('t', r.seconds!, 'time'), 'flow × time'),
    ],
    warnings: [warn(r.purgeM3! > 0.02, 'large-purge')],
  }),
})

export const provingWorking = defineWorking({
  id: 'valve-proving',
  group: 'supply',
  inputs: {
    volumeM3: ask('volume', 1e-5, 1, { default: 0.002, doubt: { relative: 0.05 } }),
    seconds: ask('seconds', 1, 3600, { default: 20, doubt: { absolute: 0.2 } }),
    changePa: ask('gauge', 0, 50_000, { default: 200, doubt: { absolute: 7 } }),
    readablePa: ask('gauge', 1, 50_000, { default: 1000 }),
    burnerFlowM3PerS: ask('flow', 1e-6, 10, { default: 0.005, doubt: { relative: 0.01 } }),
    gasTemperatureK: GAS_K,
  },
  outputs: {
    verdict: finding(['passes', 'fails', 'cannot-tell'] as const),
    leakM3PerS: tell('leak'),
    limitM3PerS: tell('leak'),
    neededSeconds: tell('seconds'),
  },
  principal: ['verdict', 'leakM3PerS', 'neededSeconds'],
  notes: ['valve-one-fills', 'current-standard'],
  compute: (i) => {
    const proved = valveProving(i)
    if (!proved.ok) return proved
    const { leakM3PerS, limitM3PerS, neededSeconds, passes, longEnough } = proved.value
    return answer({ leakM3PerS, limitM3PerS, neededSeconds, verdict: !passes ? 'fails' : longEnough ? 'passes' : 'cannot-tell' })
  },
  explain: (i, r) => ({
    working: [
      line(
        'q = V·Δp/(t·pstd)·(Tstd/T)',
        [
          term('V', i.volumeM3, 'volume'),
          term('Δp', i.changePa, 'pressure'),
          term('t', i.seconds, 'time'),
          term('pstd', 101_325, 'pressure'),
          term('Tstd', 288.15, 'temperature'),
          term('T', i.gasTemperatureK, 'temperature'),
        ],
        term('q', r.leakM3PerS!, 'flow'),
        'ideal gas law',
      ),
      line(
        'q_limit = max(0.001·Q, 50 L/h)',
        [term('Q', i.burnerFlowM3PerS, 'flow')],
        term('q_limit', r.limitM3PerS!, 'flow'),
        'as in EN 1643; check the current edition',
      ),
    ],
    warnings: [warn(r.verdict === 'fails', 'seat-lets-by'), warn(r.verdict === 'cannot-tell', 'test-too-short')],
  }),
})
