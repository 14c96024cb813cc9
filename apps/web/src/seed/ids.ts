import { seededRandom } from '@lucerna/sim/random'

/** UUIDv7s that depend only on an instant and a seed, so that the same day gives the same demo world. */
export function idMaker(seed: number): (at: Date) => string {
  const random = seededRandom(seed)
  return (at) => {
    const time = at.getTime().toString(16).padStart(12, '0')
    const hex = (n: number) => Array.from({ length: n }, () => Math.floor(random() * 16).toString(16)).join('')
    const variant = '89ab'[Math.floor(random() * 4)]
    return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${variant}${hex(3)}-${hex(12)}`
  }
}
