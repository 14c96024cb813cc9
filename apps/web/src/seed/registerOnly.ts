import type { SafetyRow, SupplyFields } from '@/features/places/schemas'
import type { Known } from './places'
import type { DemoAppliance, DemoSite } from './world'

/** Sites of the demo that stand in the registers: their stories are in remarks and absent safeties, not yet in visits. */
interface Listed {
  readonly firm: 'hollowmere' | 'ansel'
  readonly site: Omit<DemoSite, 'timeZone' | 'altitudeM' | 'appliance' | 'also'> & Partial<Pick<DemoSite, 'altitudeM'>>
  readonly at: readonly [latitudeDeg: number, longitudeDeg: number]
  readonly supply: Partial<SupplyFields>
  readonly appliances: readonly (DemoAppliance & { readonly absent?: readonly string[] })[]
}

const unit = (
  key: string,
  name: string,
  card: string,
  serial: string,
  position: string,
  gas: string,
  flueLengthM: number,
  ageYears: number,
  remark: string,
  absent: readonly string[] = [],
) => ({ key, name, card, serial, position, gas, flueLengthM, ageYears, remark, absent })

const LISTED: readonly Listed[] = [
  {
    firm: 'hollowmere',
    site: {
      name: 'Mossgate Schoolhouse',
      address: 'Mossgate 3, Hollowmere',
      contact: 'Caretaker, in the yard at eight',
      accessNotes: 'Plant cupboard behind the gym stage; ladder on site',
      hazards: 'Lagging of the old pipes not analysed',
      meter: 'Diaphragm, G10, outside box',
    },
    at: [46.929, 8.301],
    supply: { meterKind: 'diaphragm', meterSize: 'G10', meterSerial: 'HG-510077', dialVolumeM3: 0.1 },
    appliances: [
      unit(
        'adapt-24',
        'Adapt 24',
        'galder-adapt-24',
        'GA24-330912',
        'Plant cupboard',
        'natural-gas-h',
        4,
        3,
        'Flame-loss lock-outs; ignition rate never checked',
      ),
    ],
  },
  {
    firm: 'hollowmere',
    site: {
      name: 'Kiln Yard Pottery',
      address: 'Kiln Yard, Hollowmere',
      contact: 'Annika at the wheel',
      accessNotes: 'Cellar hatch in the glaze room',
      hazards: 'Rope seals of 1968: treat as fibre',
      meter: 'Diaphragm, G16, glaze room',
    },
    at: [46.934, 8.287],
    supply: { meterKind: 'diaphragm', meterSize: 'G16', meterSerial: 'HG-160004', dialVolumeM3: 0.1 },
    appliances: [
      unit(
        'stag-95',
        'Stag 95',
        'ossian-stag-95',
        '68-2217',
        'Cellar',
        'natural-gas-h',
        7,
        58,
        'CO rose when the manifold pressure was turned up',
        ['Spill switch on the hood'],
      ),
    ],
  },
  {
    firm: 'hollowmere',
    site: {
      name: 'Hollowmere Lido',
      address: 'Lake Road 1, Hollowmere',
      contact: 'Bath master',
      accessNotes: 'Plant room under the grandstand; pool hall plant by the north stair',
      hazards: 'Chlorine store next door: its alarm is not a gas alarm',
      meter: 'Rotary, G65, with corrector, meter house',
    },
    at: [46.94, 8.28],
    supply: {
      meterKind: 'rotary',
      meterSize: 'G65',
      meterSerial: 'HR-65-12',
      dialVolumeM3: 1,
      standingPressurePa: 4500,
      workingPressurePa: 4000,
    },
    appliances: [
      unit(
        'quartet-300',
        'Quartet 300',
        'pellan-quartet-300',
        'Q300-0881',
        'Plant room',
        'natural-gas-h',
        9,
        9,
        'One valve reads away from its sisters',
      ),
      unit(
        'torch-450',
        'Torch 450, pool hall',
        'pellan-torch-450',
        'T450-1406',
        'Pool hall plant',
        'natural-gas-h',
        12,
        5,
        'Air/gas curve rich at point 2',
      ),
    ],
  },
  {
    firm: 'hollowmere',
    site: {
      name: 'Fennick’s Bakery',
      address: 'Mill Lane 12, Hollowmere',
      contact: 'Mr Fennick, from three in the morning',
      accessNotes: 'Back door, heater in the flour store',
      hazards: 'Oven extract pulls on the whole house',
      meter: 'Diaphragm, G6, passage',
    },
    at: [46.933, 8.298],
    supply: { meterKind: 'diaphragm', meterSize: 'G6', meterSerial: 'HG-61180', dialVolumeM3: 0.01 },
    appliances: [
      unit(
        'well-190',
        'Well 190',
        'galder-well-190',
        'GW190-5520',
        'Flour store',
        'natural-gas-h',
        5,
        11,
        'Spillage with the oven extract on',
        ['Spill stat on the hood'],
      ),
    ],
  },
  {
    firm: 'hollowmere',
    site: {
      name: 'Glasshouse Nursery',
      address: 'Reed Meadow, Hollowmere',
      contact: 'Potting shed, Mon–Fri',
      accessNotes: 'House 2, north end',
      hazards: 'Wet floor; LPG vessels outside the door',
      meter: 'None; two vessels with change-over, 37 mbar',
    },
    at: [46.921, 8.31],
    supply: { meterKind: 'none', regulatorOwner: 'technician', standingPressurePa: 4100, workingPressurePa: 3650 },
    appliances: [
      unit(
        'drift-40',
        'Drift 40',
        'brightholm-drift-40',
        'BH40-0093',
        'House 2',
        'propane',
        3,
        8,
        'Intermittent ignition, worse when damp',
      ),
    ],
  },
  {
    firm: 'ansel',
    site: {
      name: 'Tidewater Laundry',
      address: '18 Tidewater Road, Ansel Bay',
      contact: 'Night foreman',
      accessNotes: 'Boiler room off the yard',
      hazards: 'Live steam; wet floor',
      meter: 'Rotary, 3M, yard wall',
    },
    at: [44.645, -63.57],
    supply: { meterKind: 'rotary', meterSize: '3M', meterSerial: 'AB-3M-19', dialVolumeM3: 0.283168 },
    appliances: [
      unit(
        'stag-210',
        'Stag 210 S',
        'ossian-stag-210-s',
        '94-5-0210',
        'Boiler room',
        'pipeline-gas-na',
        8,
        31,
        'Low-water cutoff cleaned each spring',
      ),
    ],
  },
  {
    firm: 'ansel',
    site: {
      name: 'Net Loft Flats',
      address: '5 Net Loft Lane, Ansel Bay',
      contact: 'Flat 1',
      accessNotes: 'Closet on the landing',
      hazards: null,
      meter: 'Diaphragm, 250 class, 1 ft³ dial, hall',
    },
    at: [44.639, -63.581],
    supply: { meterKind: 'diaphragm', meterSize: '250 class', meterSerial: 'AB-80144', dialVolumeM3: 0.0283168 },
    appliances: [
      unit(
        'drift-60-m',
        'Drift 60 M',
        'brightholm-drift-60-m',
        'BH60M-2218',
        'Landing closet',
        'pipeline-gas-na',
        5,
        4,
        'Minimum set high, trips its limit',
      ),
    ],
  },
]

const absentRow = (label: string): SafetyRow => ({
  id: `own-${label.toLowerCase().replace(/[^a-z]+/g, '-')}`,
  label,
  state: 'absent',
  setting: null,
})

/** The sites of a firm that are only listed. */
export const listedSites = (firm: Listed['firm']): DemoSite[] =>
  LISTED.filter((l) => l.firm === firm).map(({ site, appliances }) => ({
    timeZone: firm === 'ansel' ? 'America/Halifax' : 'Europe/Zurich',
    altitudeM: firm === 'ansel' ? 12 : 410,
    ...site,
    appliance: appliances[0]!,
    also: appliances.slice(1),
  }))

/** What is known beside their names, by appliance. */
export const LISTED_KNOWN: Readonly<Record<string, Known>> = Object.fromEntries(
  LISTED.flatMap(({ at, supply, appliances }) =>
    appliances.map((a): [string, Known] => [
      a.key,
      {
        latitudeDeg: at[0],
        longitudeDeg: at[1],
        contactPhone: null,
        contactEmail: null,
        supply,
        safeties: (a.absent ?? []).map(absentRow),
      },
    ]),
  ),
)
