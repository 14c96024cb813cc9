/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import { Frame } from './Frame'
import { OpenVisit, useOpenVisit } from './OpenVisit'

jest.mock('next/navigation', () => ({
  useRouter: () => ({ refresh: () => undefined, push: () => undefined }),
  usePathname: () => '/today',
}))
jest.mock('./signOut', () => ({ signOutAction: () => undefined }))
jest.mock('@/features/offline', () => ({ KeepPage: () => null }))
jest.mock('@/features/search', () => ({ Palette: () => null }))

afterEach(cleanup)

const PERSON = { name: 'Tobias Achterberg', role: 'technician', firmName: 'Hollowmere Heat' }
/** The bar above on a desk and the one below on a phone. */
const bars = () => screen.getAllByRole('navigation', { name: 'Main navigation' })
/** The names in a bar, the place that one is at in brackets. */
const names = (bar: HTMLElement) =>
  within(bar)
    .getAllByRole('link')
    .map((a) => (a.getAttribute('aria-current') === 'page' ? `[${a.textContent}]` : a.textContent))

function Visit({ id, status }: { readonly id: string; readonly status: 'planned' | 'open' | 'closed' }) {
  useOpenVisit(id, status)
  return null
}
const drawn = async (found: Promise<string | null>, here: Parameters<typeof Frame>[0]['here'], inside: React.ReactNode = null) => {
  const tree = (more: React.ReactNode) => (
    <OpenVisit found={found}>
      <Frame title="Today" here={here} person={PERSON}>
        {more}
      </Frame>
    </OpenVisit>
  )
  let view!: ReturnType<typeof render>
  await act(async () => {
    view = render(tree(inside))
    await found.catch(() => null)
  })
  return (more: React.ReactNode) => act(() => view.rerender(tree(more)))
}

test('both bars lead to the same places, and mark where one is', async () => {
  await drawn(Promise.resolve(null), 'places')
  const [desk, phone] = bars().map(names)
  expect(desk).toEqual(['Today', '[Sites]', 'Calculators'])
  expect(phone).toEqual(['Today', '[Sites]', 'Calculators', 'More'])
  expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Today')
})

test('an open visit stands between the sites and the calculators, as soon as the server has found it', async () => {
  await drawn(Promise.resolve('v1'), 'today')
  expect(bars().map((b) => names(b).slice(0, 4))).toEqual([
    ['[Today]', 'Sites', 'Visit', 'Calculators'],
    ['[Today]', 'Sites', 'Visit', 'Calculators'],
  ])
  expect(screen.getAllByRole('link', { name: 'Visit' })[0]!.getAttribute('href')).toBe('/visits/v1')
})

test('a visit that is opened here is in the bar at once; closed, it is gone', async () => {
  const found = Promise.resolve(null)
  const again = await drawn(found, 'visit', <Visit id="v2" status="planned" />)
  expect(screen.queryByRole('link', { name: 'Visit' })).toBeNull()
  again(<Visit id="v2" status="open" />)
  expect(screen.getAllByRole('link', { name: 'Visit' }).map((a) => [a.getAttribute('href'), a.getAttribute('aria-current')])).toEqual([
    ['/visits/v2', 'page'],
    ['/visits/v2', 'page'],
  ])
  again(<Visit id="v2" status="closed" />)
  expect(screen.queryByRole('link', { name: 'Visit' })).toBeNull()
})

test('looking at a closed visit does not hide the one that is open', async () => {
  await drawn(Promise.resolve('v1'), 'visit', <Visit id="v9" status="closed" />)
  expect(screen.getAllByRole('link', { name: 'Visit' })[0]!.getAttribute('href')).toBe('/visits/v1')
})

test('what the server says anew counts more than what was told before', async () => {
  const again = await drawn(Promise.resolve(null), 'today', <Visit id="v2" status="open" />)
  again(null)
  expect(screen.getAllByRole('link', { name: 'Visit' })[0]!.getAttribute('href')).toBe('/visits/v2')
  cleanup()
  await drawn(Promise.resolve('v3'), 'today')
  expect(screen.getAllByRole('link', { name: 'Visit' })[0]!.getAttribute('href')).toBe('/visits/v3')
})

describe('what is not in the bar', () => {
  const links = async (person: Partial<Parameters<typeof Frame>[0]['person']>) => {
    await act(async () => {
      render(
        <Frame title="Today" here="today" person={{ ...PERSON, ...person }}>
          {null}
        </Frame>,
      )
    })
    const all = screen.getAllByRole('link').map((a) => a.getAttribute('href'))
    cleanup()
    return all
  }

  test('everybody finds instruments, cards, profiles, people and settings', async () => {
    expect(await links({ role: 'viewer' })).toEqual(expect.arrayContaining(['/instruments', '/cards', '/profiles', '/people', '/settings']))
  })

  test('files are a planner’s and a lead’s; letters, the audit and the simulator a lead’s', async () => {
    expect(await links({})).not.toContain('/import-export')
    expect(await links({ role: 'planner' })).toContain('/import-export')
    expect(await links({ role: 'planner' })).not.toContain('/audit')
    expect(await links({ role: 'lead' })).toEqual(expect.arrayContaining(['/import-export', '/mail', '/audit', '/simulator']))
  })

  test('a lead whose licence lapsed is still a lead in the office', async () => {
    expect(await links({ role: 'apprentice', heldRole: 'lead' })).toContain('/audit')
  })
})
