import { firstInput, runWorking, type Working, type WorkingAnswer, workingById, WORKINGS } from '@lucerna/core/workings'
import { renderToStaticMarkup } from 'react-dom/server'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { asText } from './asText'
import { AllFigures, Warnings } from './parts/AllFigures'
import { Matters, WorkingShown } from './parts/WorkingShown'
import { Principal } from './parts/Results'
import { Ladder } from './pictures/Ladder'
import { Losses } from './pictures/Losses'
import { Picture } from './pictures/Picture'
import { PipeTree } from './pictures/PipeTree'
import { labelOf } from './words'
import { WorkingScreen } from './WorkingScreen'

jest.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }))

const answerOf = (working: Working, more: Record<string, unknown> = {}, units: 'metric' | 'imperial' = 'metric'): WorkingAnswer => {
  const answer = runWorking(working, { ...firstInput(working, units), ...more })
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}
/** What a person reads: the text without its marks. */
const read = (markup: string): string =>
  markup
    .replace(/<[^>]+>/g, ' ')
    .replace(/&[#\w]+;/g, ' ')
    .replace(/\s+/g, ' ')
const screen = (id: string, units: 'metric' | 'imperial', input: Record<string, unknown> = {}) =>
  renderToStaticMarkup(
    <WorkingScreen
      workingId={id}
      start={{ input: { ...firstInput(workingById(id)!, units), ...input }, doubts: {}, units, appliance: null }}
      said={null}
      visit={null}
      tightness={[]}
      mayRecord={false}
      userId="somebody"
    />,
  )

describe.each(['metric', 'imperial'] as const)('every screen in %s', (units) => {
  test.each(WORKINGS.map((w) => [w.id, w] as const))('%s: words, no keys, no NaN, every field labelled', (id, working) => {
    const markup = screen(id, units)
    const said = read(markup)
    expect(said).not.toMatch(/NaN|undefined|Infinity|\b(ask|pick|calc|calculation|calc-warn|calc-note|quantity)\.[a-z]/)
    expect(said).toContain(t('app.caution'))
    for (const note of working.notes) expect(said).toContain(wordsFor(`calc-note.${note}`).slice(0, 20))
    const ids = [...markup.matchAll(/<(?:input|select)[^>]* id="([^"]+)"/g)].map((m) => m[1])
    for (const field of ids) expect([field, markup.includes(`for="${field}"`)]).toEqual([field, true])
    expect(new Set(ids).size).toBe(ids.length)
  })
})

describe('figures', () => {
  test('large ones with doubt and the other school beside', () => {
    const working = workingById('gas-rate')!
    const said = read(renderToStaticMarkup(<Principal working={working} answer={answerOf(working)} units="metric" />))
    expect(said).toMatch(/Heat input, gross 26\.\d\d kW ± 0\.\d\d kW = \d\d,\d{3} BTU\/h/)
    const imperial = read(renderToStaticMarkup(<Principal working={working} answer={answerOf(working, {}, 'imperial')} units="imperial" />))
    expect(imperial).toMatch(/BTU\/h ± [\d,]+ BTU\/h = \d\d\.\d\d kW/)
  })
  test('without an answer the screen says so and shows no figures', () => {
    expect(read(renderToStaticMarkup(<Principal working={workingById('gas')!} answer={null} units="metric" />))).toMatch(
      /Correct the marked inputs/,
    )
    expect(read(screen('flue-gas', 'metric', { o2Dry: 0.3 }))).toMatch(/O₂ in the flue ranges from 0\.0% to 20\.9%/)
  })
  test('a verdict is a word and a sign, not a colour alone', () => {
    const working = workingById('tightness')!
    const fails = renderToStaticMarkup(<Principal working={working} answer={answerOf(working, { endPa: 500 })} units="metric" />)
    expect(read(fails)).toContain('failed')
    expect(fails).toContain('<svg')
    expect(read(renderToStaticMarkup(<Principal working={working} answer={answerOf(working)} units="metric" />))).toContain('passed')
  })
  test('a quantity in every unit', () => {
    const working = workingById('units')!
    const said = read(renderToStaticMarkup(<Principal working={working} answer={answerOf(working)} units="metric" />))
    for (const text of ['2000 Pa', '20 mbar', '8.029 inWC', '0.2901 psi']) expect(said).toContain(text)
  })
  test('all figures: those that do not apply are a dash, tables have their rows', () => {
    const working = workingById('pipe-network')!
    const said = read(renderToStaticMarkup(<AllFigures working={working} answer={answerOf(working)} units="metric" />))
    expect(said).toMatch(/C copper, 15 mm calculated/)
    const flue = workingById('flue-gas')!
    expect(read(renderToStaticMarkup(<AllFigures working={flue} answer={answerOf(flue)} units="metric" />))).toMatch(/Condensate –/)
  })
})

describe('the working', () => {
  const flue = workingById('flue-gas')!
  test('formula, one’s own numbers, source', () => {
    const said = read(renderToStaticMarkup(<WorkingShown answer={answerOf(flue)} units="metric" />))
    expect(said).toContain('λ = 1 + (Vd0/A0)·O2/(0.2095 − O2)')
    expect(said).toMatch(/= 1 \+ \(8\.918\/9\.916\)·5%\/\(0\.2095 − 5%\) = 1\.28\d/)
    expect(said).toMatch(/Source: element balance/)
  })
  test('what matters most adds up to the whole', () => {
    const said = read(renderToStaticMarkup(<Matters working={flue} answer={answerOf(flue)} units="metric" />))
    const shares = [...said.matchAll(/(\d+)% ±/g)].map((m) => Number(m[1]))
    expect(shares.length).toBeGreaterThan(2)
    expect(Math.abs(shares.reduce((a, b) => a + b, 0) - 100)).toBeLessThanOrEqual(2)
  })
  test('as text: title, figures, warnings, formulas, link', () => {
    const text = asText(flue, answerOf(flue, { coDry: 0 }), 'metric', 'https://example.test/x')
    expect(text.split('\n')[0]).toBe('Flue gas analysis')
    expect(text).toMatch(/Efficiency, net: 95\.\d%/)
    expect(text).toContain('a dead cell also reads 0')
    expect(text.endsWith('https://example.test/x')).toBe(true)
    expect(text.length).toBeLessThan(2000)
  })
  test('warnings once each, nothing when there are none', () => {
    const twice = [{ code: 'upper-bound' }, { code: 'upper-bound' }]
    expect(read(renderToStaticMarkup(<Warnings warnings={twice} />)).match(/Upper limit/g)).toHaveLength(1)
    expect(renderToStaticMarkup(<Warnings warnings={[]} />)).toBe('')
  })
})

describe('pictures', () => {
  test.each(WORKINGS.filter((w) => !['gas', 'units'].includes(w.id)).map((w) => [w.id, w] as const))(
    '%s has one, with words for those who do not see it',
    (_id, working) => {
      const markup = renderToStaticMarkup(<Picture working={working} answer={answerOf(working)} units="metric" />)
      expect(markup).toMatch(/role="img" aria-label="[^"]{10,}"/)
      expect(markup).not.toMatch(/NaN|undefined/)
    },
  )
  test('the ladder marks the rung that loses, by sign and colour', () => {
    const working = workingById('pressure-ladder')!
    const bad = renderToStaticMarkup(<Ladder working={working} answer={answerOf(working)} units="metric" />)
    expect(bad).toContain('▲ −1.3')
    const good = renderToStaticMarkup(
      <Ladder working={working} answer={answerOf(working, { isolatorPa: 2050, inletPa: 2040 })} units="metric" />,
    )
    expect(good).not.toContain('▲')
    expect(
      renderToStaticMarkup(<Ladder working={working} answer={answerOf(working, { isolatorPa: undefined })} units="imperial" />),
    ).not.toMatch(/NaN/)
  })
  test('the pipes: the costliest is marked in words, every load shows its pressure', () => {
    const working = workingById('pipe-network')!
    const markup = renderToStaticMarkup(<PipeTree working={working} answer={answerOf(working)} units="metric" />)
    expect(read(markup)).toMatch(/B · copper, 22 mm ▲ −0\.\d mbar · largest drop/)
    expect(markup.match(/<circle/g)).toHaveLength(2)
  })
  test('the losses name what is too thin to see', () => {
    const working = workingById('flue-gas')!
    const said = read(renderToStaticMarkup(<Losses working={working} answer={answerOf(working)} units="metric" />))
    for (const part of ['useful', 'dry', 'water', 'co']) expect(said).toContain(wordsFor(`calc.picture.${part}`))
  })
  test('no picture where there is nothing to draw', () => {
    const working = workingById('draught')!
    expect(renderToStaticMarkup(<Picture working={workingById('units')!} answer={answerOf(workingById('units')!)} units="metric" />)).toBe(
      '',
    )
    expect(labelOf('draught', 'measuredPa')).toBe('Measured below the diverter')
    expect(renderToStaticMarkup(<Picture working={working} answer={answerOf(working)} units="imperial" />)).toContain('role="img"')
  })
})

describe('forms', () => {
  test('a gas of one’s own shows its composition and its sum', () => {
    const said = read(screen('gas', 'metric', { gas: { methane: 0.9, nitrogen: 0.05 } }))
    expect(said).toMatch(/Sum 95%/)
    expect(said).toMatch(/The composition adds up to 0\.95, not to 1/)
  })
  test('what is seldom wanted is folded away, and says what it holds', () => {
    expect(read(screen('flue-gas', 'metric'))).toMatch(/More: CO₂ in the flue, Relative humidity of the air/)
    expect(read(screen('pipe-network', 'metric'))).toMatch(/Elbows 90° 3/)
    expect(screen('flue-gas', 'metric', { humidity: 0.5 })).toMatch(/<details[^>]* open=""/)
  })
  test('the meter’s timer offers the dials of each school and says how long', () => {
    expect(read(screen('gas-rate', 'metric'))).toMatch(/1 L 10 L 50 L 100 L/)
    expect(read(screen('gas-rate', 'imperial'))).toMatch(/0\.5 ft³ 1 ft³ 2 ft³ 5 ft³/)
    expect(read(screen('gas-rate', 'metric'))).toMatch(/For 1%: \d+\ss at this rate/)
  })
  test('a wrong unit is suspected before a wrong value', () => {
    expect(read(screen('pressure-ladder', 'metric', { meterWorkingPa: 2_000_000 }))).toMatch(/Possible in \S+: type the unit/)
  })
  test('doubts stand with their unit, a column’s as a share', () => {
    const said = read(screen('pipe-network', 'metric'))
    expect(said).toMatch(/Segments: Length ± %/)
  })
})
