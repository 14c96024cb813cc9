import type { Columns } from './columns'
import type { Desk, DeskScrew, PrintedEffect } from './desk'
import { GOVERNOR_AT_PA, LPG_GOVERNOR, SCREW_PRIORS } from './priors'

const { exp, sqrt } = Math

/** What one unit of a screw does before it was moved, in what its gain is in: as is usual of its kind, or as its card prints. */
export class Gains {
  /** @param meant pressure that is meant at each rate and section, Pa. */
  constructor(
    private readonly desk: Desk,
    private readonly columns: Columns,
    private readonly meant: readonly (readonly number[])[],
  ) {}

  usual(screw: DeskScrew): number {
    const at = this.desk.rates.find((r) => screw.rates.includes(r.id)) ?? this.desk.rates[0]
    const spring = screw.function === 'governor' || screw.function === 'click' ? sqrt(this.meantAt(at?.id, screw) / GOVERNOR_AT_PA) : 1
    const stiff = screw.function === 'governor' && this.desk.lpg ? LPG_GOVERNOR / sqrt(LPG_GOVERNOR) : 1
    return SCREW_PRIORS[screw.function].median * spring * stiff
  }

  /** By the guess that `data` holds at `o`: gas goes with the square root of what drives it, the mixture with the gas. */
  printed(data: Float64Array, o: number, screw: DeskScrew, { of, rateId, perUnit }: PrintedEffect): number {
    const { desk, columns } = this
    const share = desk.rates.find((r) => r.id === rateId)?.share ?? 1
    const pulls = screw.function === 'offset' && desk.premix
    const driving = pulls ? exp(data[o + columns.venturi]!) * share ** 2 : this.meantAt(rateId, screw)
    const inPa = pulls || screw.function === 'governor' || screw.function === 'click' || screw.function === 'offset'
    if (of === 'pressure') return inPa ? perUnit : perUnit / (2 * driving)
    const flow = screw.moves === 'air' ? perUnit : perUnit / data[o + columns.follow]!
    return inPa ? 2 * driving * flow : flow
  }

  private meantAt(rateId: string | undefined, screw: DeskScrew): number {
    return this.meant[this.desk.rates.findIndex((r) => r.id === rateId)]?.[screw.section ?? 0] ?? GOVERNOR_AT_PA
  }
}
