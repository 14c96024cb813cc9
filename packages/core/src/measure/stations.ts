/** The line from street to sky, in the order the gas takes it. */
export const LINE_STATIONS = ['meter', 'pipe', 'inlet', 'valve', 'burner', 'chamber', 'flue', 'room'] as const
/** Places beside the line. `isolator` is a rung of the pressure ladder between pipe and inlet. */
const SIDE_STATIONS = ['isolator', 'intake', 'water', 'air', 'electrics'] as const

export const STATIONS = [...LINE_STATIONS, ...SIDE_STATIONS] as const
export type Station = (typeof STATIONS)[number]
