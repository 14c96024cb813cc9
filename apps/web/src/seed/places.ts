import sharp from 'sharp'
import type { PipeRow, SafetyRow, SupplyFields } from '@/features/places/schemas'
import { LISTED_KNOWN } from './registerOnly'

/** What is known of each demo site's supply and appliance beyond its name, by appliance. Invented like everything else. */
export interface Known {
  readonly latitudeDeg: number
  readonly longitudeDeg: number
  readonly contactPhone: string | null
  readonly contactEmail: string | null
  readonly supply: Partial<SupplyFields>
  readonly safeties: readonly SafetyRow[]
}

const pipe = (
  id: string,
  from: string | null,
  material: PipeRow['material'],
  size: PipeRow['size'],
  lengthM: number,
  elbows: number,
): PipeRow => ({
  id,
  from,
  material,
  size,
  lengthM,
  'elbow-90': elbows,
})
const safety = (id: string, label: string, state: SafetyRow['state'], setting: string | null = null): SafetyRow => ({
  id,
  label,
  state,
  setting,
})

export const KNOWN: Readonly<Record<string, Known>> = {
  ...LISTED_KNOWN,
  'larch-28': {
    latitudeDeg: 46.931,
    longitudeDeg: 8.292,
    contactPhone: '+41 00 555 01 07',
    contactEmail: 'lindqvist@quarry-row.example',
    supply: {
      meterKind: 'diaphragm',
      meterSize: 'G4',
      meterSerial: 'HG-448120',
      dialVolumeM3: 0.01,
      regulator: 'House regulator at the meter, sealed',
      standingPressurePa: 2220,
      workingPressurePa: 2030,
      pipes: [pipe('A', null, 'copper', 'cu-28', 6, 2), pipe('B', 'A', 'copper', 'cu-22', 9, 4)],
    },
    safeties: [
      safety('flame', 'Flame supervision, ionisation', 'present', '0.8 µA'),
      safety('overheat', 'Overheat stat', 'present', '95 °C'),
      safety('water', 'Low water pressure', 'present', '0.5 bar'),
    ],
  },
  'larch-18': {
    latitudeDeg: 46.932,
    longitudeDeg: 8.293,
    contactPhone: '+41 00 555 01 11',
    contactEmail: null,
    supply: { meterKind: 'ultrasonic', meterSize: 'G4', meterSerial: 'HU-90211', dialVolumeM3: 0.001 },
    safeties: [],
  },
  'larch-28-lpg': {
    latitudeDeg: 46.884,
    longitudeDeg: 8.41,
    contactPhone: null,
    contactEmail: 'warden@upper-sallow.example',
    supply: { meterKind: 'none', regulator: 'Two stages, the second in the boot room', standingPressurePa: 3980, workingPressurePa: 3720 },
    safeties: [
      safety('flame', 'Flame supervision, ionisation', 'present', '0.8 µA'),
      safety('overheat', 'Overheat stat', 'present', '95 °C'),
      safety('water', 'Low water pressure', 'present', '0.5 bar'),
      safety('own-low-gas', 'Gas alarm at floor level', 'absent'),
    ],
  },
  'drift-80': {
    latitudeDeg: 44.641,
    longitudeDeg: -63.577,
    contactPhone: '+1 902 555 0142',
    contactEmail: null,
    supply: {
      meterKind: 'diaphragm',
      meterSize: '250 class',
      meterSerial: 'AB-77103',
      dialVolumeM3: 0.0566337,
      standingPressurePa: 1790,
      workingPressurePa: 1530,
      pipes: [
        pipe('A', null, 'steel', 'st-1', 8, 3),
        pipe('Kitchen', 'A', 'steel', 'st-3/4', 6, 2),
        pipe('Furnace', 'A', 'steel', 'st-1/2', 12, 5),
      ],
    },
    safeties: [
      safety('air', 'Air pressure switch', 'present', '0.65 inWC'),
      safety('limit', 'High limit', 'present', '170 °F'),
      safety('rollout', 'Roll-out switches, manual reset', 'present', '300 °F'),
    ],
  },
}

/** A drawn picture in place of a photograph: a casing on a wall with its flue and pipes. */
export function drawnPhoto(wall: string, casing: string): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="900">
    <rect width="1200" height="900" fill="${wall}"/>
    <rect y="760" width="1200" height="140" fill="#6b6257"/>
    <rect x="560" width="80" height="170" fill="#c9c4ba"/>
    <rect x="400" y="160" width="400" height="480" rx="14" fill="${casing}" stroke="#4a453d" stroke-width="6"/>
    <rect x="450" y="540" width="300" height="60" rx="6" fill="#35322c"/>
    <circle cx="600" cy="340" r="46" fill="#20303c"/><path d="M600 305c10 30 26 36 26 60a26 26 0 0 1-52 0c0-20 16-30 26-60z" fill="#79c0ee"/>
    ${[450, 530, 610, 690].map((x) => `<rect x="${x}" y="640" width="22" height="140" fill="#b5794a"/>`).join('')}
    <rect x="760" y="640" width="26" height="140" fill="#d0a13c"/>
  </svg>`
  return sharp(Buffer.from(svg)).jpeg().toBuffer()
}
