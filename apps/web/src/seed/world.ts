import type { ChannelSpec, Instrument } from '@lucerna/core/measure'
import type { Role } from '@lucerna/core/visit'
import { listedSites } from './registerOnly'

/** The made-up people, places and instruments of the demo. Nothing here is real. */
interface DemoPerson {
  readonly key: string
  readonly name: string
  readonly email: string
  readonly role: Role
  readonly licence: string | null
  /** Days until the licence lapses; a year and more without it. */
  readonly licenceDays?: number
}

export interface DemoAppliance {
  readonly key: string
  readonly name: string
  readonly card: string
  readonly serial: string
  readonly position: string
  readonly gas: string
  readonly flueLengthM: number
  readonly ageYears: number
  readonly remark: string
}

export interface DemoSite {
  readonly name: string
  readonly address: string
  readonly timeZone: string
  readonly altitudeM: number
  readonly contact: string
  readonly accessNotes: string | null
  readonly hazards: string | null
  readonly meter: string
  readonly appliance: DemoAppliance
  /** More appliances on the same supply. */
  readonly also?: readonly DemoAppliance[]
}

export interface DemoFirm {
  readonly key: string
  readonly name: string
  readonly practice: string
  /** The gas emergency number of its sites: made up. */
  readonly emergencyNumber: string
  readonly people: readonly DemoPerson[]
  readonly sites: readonly DemoSite[]
  /** Who goes where today, at what local time. */
  readonly invited: { readonly name: string; readonly email: string; readonly role: Role }
  /** Planned for later, for nobody yet. */
  readonly later: readonly { readonly site: string; readonly inDays: number; readonly at: string; readonly remark: string }[]
  readonly today: readonly { readonly site: string; readonly person: string; readonly at: string; readonly remark: string }[]
}

const mail = (name: string) => `${name}@lucerna.example`

export const DEMO_FIRMS: readonly DemoFirm[] = [
  {
    key: 'hollowmere',
    name: 'Hollowmere Heat',
    practice: 'metric-ratio',
    emergencyNumber: '555 0100',
    people: [
      { key: 'maren', name: 'Maren Ostby', email: mail('maren.ostby'), role: 'lead', licence: 'HM-1007' },
      {
        key: 'tobias',
        name: 'Tobias Achterberg',
        email: mail('tobias.achterberg'),
        role: 'technician',
        licence: 'HM-1031',
        licenceDays: 38,
      },
      { key: 'ilse', name: 'Ilse Fontane', email: mail('ilse.fontane'), role: 'apprentice', licence: null },
      { key: 'noor', name: 'Noor Vance', email: mail('noor.vance'), role: 'planner', licence: null },
    ],
    sites: [
      {
        name: '7 Quarry Row',
        address: '7 Quarry Row, Hollowmere',
        timeZone: 'Europe/Zurich',
        altitudeM: 410,
        contact: 'Mrs Lindqvist, at home in the morning',
        accessNotes: 'Side gate; boiler in the utility room',
        hazards: null,
        meter: 'Diaphragm, G4, in the porch cupboard',
        appliance: {
          key: 'larch-28',
          name: 'Larch 28 C',
          card: 'tarnwick-larch-28-c',
          serial: 'TW28-140377',
          position: 'Utility room, wall',
          gas: 'natural-gas-h',
          flueLengthM: 1.2,
          ageYears: 12,
          remark: 'Chamber differential creeping up each year: due a strip',
        },
      },
      {
        name: '11 Quarry Row',
        address: '11 Quarry Row, Hollowmere',
        timeZone: 'Europe/Zurich',
        altitudeM: 410,
        contact: 'Mr Okonjo',
        accessNotes: 'Key with No. 7',
        hazards: 'Steep cellar stairs',
        meter: 'Ultrasonic, G4, cellar',
        appliance: {
          key: 'larch-18',
          name: 'Larch 18 H',
          card: 'tarnwick-larch-18-h',
          serial: 'TW18-220914',
          position: 'Cellar',
          gas: 'natural-gas-h',
          flueLengthM: 3.5,
          ageYears: 4,
          remark: 'Never commissioned on paper',
        },
      },
      {
        name: 'Upper Sallow Lodge',
        address: 'Upper Sallow, Sallow valley',
        timeZone: 'Europe/Zurich',
        altitudeM: 1480,
        contact: 'Warden, by radio',
        accessNotes: 'Track closed in snow',
        hazards: 'LPG vessel by the north wall; gas collects low in the boot room',
        meter: 'None; LPG vessel, 37 mbar second stage',
        appliance: {
          key: 'larch-28-lpg',
          name: 'Larch 28 C, propane',
          card: 'tarnwick-larch-28-c-propane',
          serial: 'TW28-199021',
          position: 'Boot room',
          gas: 'propane',
          flueLengthM: 0.8,
          ageYears: 2,
          remark: 'Converted to propane two winters ago; altitude matters',
        },
      },
      ...listedSites('hollowmere'),
    ],
    invited: { name: 'Bram Sorley', email: mail('bram.sorley'), role: 'technician' },
    later: [
      { site: 'Upper Sallow Lodge', inDays: 6, at: '10:30', remark: 'Second look at the mixture after the first cold week' },
      { site: '7 Quarry Row', inDays: 12, at: '08:00', remark: 'Strip and clean' },
    ],
    today: [
      { site: '7 Quarry Row', person: 'tobias', at: '08:30', remark: 'Yearly service; look at the chamber differential' },
      { site: 'Upper Sallow Lodge', person: 'tobias', at: '13:30', remark: 'Yearly service before the season' },
      { site: '11 Quarry Row', person: 'maren', at: '10:00', remark: 'First recorded service' },
    ],
  },
  {
    key: 'ansel',
    name: 'Ansel Bay Burner Service',
    practice: 'imperial-oxygen',
    emergencyNumber: '555-0199',
    people: [
      { key: 'ruben', name: 'Ruben Calder', email: mail('ruben.calder'), role: 'lead', licence: 'AB-204', licenceDays: 21 },
      { key: 'wim', name: 'Wim Tacoma', email: mail('wim.tacoma'), role: 'technician', licence: 'AB-219' },
    ],
    sites: [
      {
        name: 'Harbour Office',
        address: '2 Mole Street, Ansel Bay',
        timeZone: 'America/Halifax',
        altitudeM: 12,
        contact: 'Harbour master’s desk',
        accessNotes: 'Closet behind the chart room',
        hazards: null,
        meter: 'Diaphragm, 250 class, 2 ft³ dial, outside wall',
        appliance: {
          key: 'drift-80',
          name: 'Drift 80',
          card: 'brightholm-drift-80',
          serial: 'BH80-071182',
          position: 'Closet behind the chart room',
          gas: 'pipeline-gas-na',
          flueLengthM: 4,
          ageYears: 6,
          remark: 'Inlet pressure falls when the kitchen runs',
        },
      },
      ...listedSites('ansel'),
    ],
    invited: { name: 'Petra Lund', email: mail('petra.lund'), role: 'apprentice' },
    later: [{ site: 'Harbour Office', inDays: 9, at: '13:00', remark: 'Measure the pipe to the kitchen' }],
    today: [{ site: 'Harbour Office', person: 'wim', at: '09:00', remark: 'Yearly service; read the inlet with the kitchen on' }],
  },
]

const measured = (
  id: string,
  channel: ChannelSpec['channel'],
  min: number,
  max: number,
  resolution: number,
  absolute: number,
  relative = 0,
): ChannelSpec => ({ id, channel, origin: 'measured', min, max, resolution, absolute, relative, combine: 'larger' })

/** An analyser with its own CO2 bench for the ratio school, or an oxygen cell for the oxygen school; gauge; detector; multimeter. */
export const demoInstruments = (practice: string): Pick<Instrument, 'kind' | 'maker' | 'model' | 'channels'>[] => [
  {
    kind: 'analyser',
    maker: 'Meridian',
    model: practice === 'metric-ratio' ? 'M4 IR' : 'M2',
    channels: [
      practice === 'metric-ratio' ? measured('co2', 'co2', 0, 0.2, 0.001, 0.002) : measured('o2', 'o2', 0, 0.21, 0.001, 0.002),
      measured('co', 'co', 0, 0.004, 1e-6, 10e-6, 0.05),
      measured('tf', 'flueTemperature', 253.15, 873.15, 0.1, 1, 0.002),
      measured('ta', 'airTemperature', 253.15, 373.15, 0.1, 0.5),
      measured('draught', 'draught', -1000, 1000, 0.1, 0.5, 0.02),
    ],
  },
  {
    kind: 'manometer',
    maker: 'Plumb',
    model: 'Duo 150',
    channels: [measured('p', 'pressure', -15_000, 15_000, 1, 5, 0.005), measured('p2', 'pressure', -15_000, 15_000, 1, 5, 0.005)],
  },
  { kind: 'gas-detector', maker: 'Sniffwell', model: 'S1', channels: [measured('gas', 'combustibleGas', 0, 0.05, 0.0001, 0.0005, 0.1)] },
  {
    kind: 'multimeter',
    maker: 'Ohmer',
    model: '41',
    channels: [
      measured('ua', 'current', 0, 10, 1e-7, 2e-7, 0.02),
      measured('v', 'voltage', 0, 750, 0.001, 0.003, 0.01),
      measured('r', 'resistance', 0, 4e7, 0.1, 0.5, 0.01),
    ],
  },
]
