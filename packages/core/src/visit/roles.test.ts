import { actingRole, EMIT_TABLE, LICENCE_WARNING_DAYS, licenceState, ROLES } from './roles'

const NOW = '2026-02-01'

test.each([
  ['technician', '2026-02-01', 'soon'],
  ['technician', '2026-01-31', 'lapsed'],
  ['lead', '2026-04-02', 'soon'],
  ['lead', '2026-04-03', 'valid'],
  ['technician', null, 'missing'],
  ['apprentice', null, 'none'],
  ['planner', '2020-01-01', 'none'],
  ['viewer', null, 'none'],
] as const)('a %s with a licence until %p: %s', (role, until, state) => expect(licenceState(role, until, NOW)).toBe(state))

test('what the licence says and what one may do agree', () => {
  for (const role of ROLES)
    for (const until of [null, '2020-01-01', '2026-02-01', '2030-01-01']) {
      const state = licenceState(role, until, NOW)
      const acts = actingRole(role, until, NOW)
      expect([role, until, acts]).toEqual([role, until, state === 'missing' || state === 'lapsed' ? 'apprentice' : role])
      if (state === 'lapsed') expect(EMIT_TABLE[acts]['visit.closed']).toBe('no')
    }
  expect(LICENCE_WARNING_DAYS).toBeGreaterThan(30)
})
