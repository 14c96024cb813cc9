import { type FormulaLine, line, term } from '../explain'

/** How the figures of the gas side come about, one function a figure: the visit and the Workings explain them alike. */

/** Standard volume over metered volume. */
export const explainMeterCorrection = (
  at: { readonly barometerPa: number; readonly meterGaugePa: number; readonly gasTemperatureK: number },
  correction: number,
): FormulaLine =>
  line(
    'k = (p_baro + p_meter)/pstd·(Tstd/T)',
    [
      term('p_baro', at.barometerPa, 'absolutePressure'),
      term('p_meter', at.meterGaugePa, 'pressure'),
      term('pstd', 101_325, 'absolutePressure'),
      term('Tstd', 288.15, 'temperature'),
      term('T', at.gasTemperatureK, 'temperature'),
    ],
    term('k', correction),
    'ideal gas law',
  )

/** Heat input from a clocked meter, on the basis of the calorific value that is given. */
export const explainHeatInput = (
  of: {
    readonly volumeM3: number
    readonly otherLoadsM3: number
    readonly seconds: number
    readonly correction: number
    readonly calorificValueJPerM3: number
    readonly basis: 'gross' | 'net'
  },
  heatInputW: number,
): FormulaLine =>
  line(
    'P = (V − V_other)/t·k·H',
    [
      term('V', of.volumeM3, 'volume'),
      term('V_other', of.otherLoadsM3, 'volume'),
      term('t', of.seconds, 'time'),
      term('k', of.correction),
      term('H', of.calorificValueJPerM3, 'energyPerVolume'),
    ],
    term('P', heatInputW, 'power'),
    `${of.basis} calorific value at 15/15 °C, 101.325 kPa`,
  )

/** A leak of standard volume from the change of pressure between two instants, gas temperature taken as it stood. */
export const explainLeak = (
  of: {
    readonly volumeM3: number
    readonly seconds: number
    readonly startAbsolutePa: number
    readonly endAbsolutePa: number
    readonly startK: number
    readonly endK: number
    /** A fall is a leak out of what is tight; a rise a leak into it. */
    readonly falls: boolean
  },
  leakM3PerS: number,
): FormulaLine =>
  line(
    of.falls ? 'q = V/t·(Tstd/pstd)·(p1/T1 − p2/T2)' : 'q = V/t·(Tstd/pstd)·(p2/T2 − p1/T1)',
    [
      term('V', of.volumeM3, 'volume'),
      term('t', of.seconds, 'time'),
      term('Tstd', 288.15, 'temperature'),
      term('pstd', 101_325, 'pressure'),
      term('p1', of.startAbsolutePa, 'pressure'),
      term('T1', of.startK, 'temperature'),
      term('p2', of.endAbsolutePa, 'pressure'),
      term('T2', of.endK, 'temperature'),
    ],
    term('q', leakM3PerS, 'flow'),
    'ideal gas law',
  )

/** The smallest leak that a test can show. */
export const explainSmallestLeak = (
  of: { readonly volumeM3: number; readonly readablePa: number; readonly seconds: number; readonly gasTemperatureK: number },
  smallestM3PerS: number,
): FormulaLine =>
  line(
    'q_min = V·Δp_read/(t·pstd)·(Tstd/T)',
    [
      term('V', of.volumeM3, 'volume'),
      term('Δp_read', of.readablePa, 'pressure'),
      term('t', of.seconds, 'time'),
      term('pstd', 101_325, 'pressure'),
      term('Tstd', 288.15, 'temperature'),
      term('T', of.gasTemperatureK, 'temperature'),
    ],
    term('q_min', smallestM3PerS, 'flow'),
    'smallest movement that is read for sure',
  )

/** What is lost from the meter to the appliance. */
export const explainDrop = (meterPa: number, inletPa: number): FormulaLine =>
  line(
    'Δp = p_meter − p_inlet',
    [term('p_meter', meterPa, 'pressure'), term('p_inlet', inletPa, 'pressure')],
    term('Δp', meterPa - inletPa, 'pressure'),
    'definition',
  )
