/** @jest-environment jsdom */
import type { Advised } from '@lucerna/core/advice'
import type { Step } from '@lucerna/core/procedure'
import { cleanup, render } from '@testing-library/react'
import { useInSight } from './useInSight'

const step = { firingStateId: 'max' } as Step
const read = (rateId: string) => ({ code: 'read', rateId }) as Advised['advice']
const move = () => ({ code: 'move' }) as Advised['advice']
const shown: string[] = []

function Screen({ advice }: { readonly advice: Advised['advice'] }) {
  useInSight({ advice }, step)
  return (
    <>
      <section aria-labelledby="now">
        <input name="co2" />
      </section>
      <h2 id="adjust">Desk</h2>
    </>
  )
}

/** What comes into sight as the advice goes on, on a screen of which the desk stands beside or under the readings. */
function sightsOf(beside: boolean, ...advice: readonly Advised['advice'][]): readonly string[] {
  window.matchMedia = ((query: string) => ({ matches: beside, media: query })) as never
  const { rerender } = render(<Screen advice={advice[0]!} />)
  for (const a of advice.slice(1)) rerender(<Screen advice={a} />)
  return shown.splice(0)
}

beforeAll(() => {
  Element.prototype.scrollIntoView = function (this: Element) {
    shown.push(this.id || this.getAttribute('name')!)
  }
})
afterEach(cleanup)

test.each<[string, boolean, readonly Advised['advice'][], readonly string[]]>([
  ['as the page comes, nothing moves', false, [move()], []],
  ['what was read leads to the move', false, [read('max'), move()], ['adjust']],
  ['what was turned leads to what is read here', false, [move(), read('max')], ['co2']],
  ['what is read at another rate is another step', false, [move(), read('min')], []],
  ['what was read again asks for another move', false, [move(), move()], ['adjust']],
  ['what is in order is left alone', false, [{ code: 'leave' }, { code: 'leave' }], []],
  ['that it is done is said once', false, [read('max'), { code: 'done', moves: 2 }, { code: 'done', moves: 2 }], ['adjust']],
  ['one reading after another', false, [read('max'), read('max')], []],
  ['round and round', false, [read('max'), move(), read('max'), { code: 'done', moves: 1 }], ['adjust', 'co2', 'adjust']],
  ['side by side, nothing has to move', true, [read('max'), move(), read('max')], []],
])('%s', (_, beside, advice, seen) => expect(sightsOf(beside, ...advice)).toEqual(seen))
