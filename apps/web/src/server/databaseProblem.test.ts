import { createHmac } from 'node:crypto'
import { databaseProblem } from './databaseProblem'
import { signedToken } from './signedToken'

const failed = (code: string) =>
  databaseProblem(Object.assign(new Error('Failed query'), { cause: Object.assign(new Error('x'), { code }) }))

test('what the sender can put right is 4xx, what passes by itself 503 with a time to wait, a mistake of the program neither', () => {
  expect([failed('22021'), failed('22003'), failed('22P05'), failed('23514')].map((p) => p?.status)).toEqual([422, 422, 422, 422])
  expect(failed('23505')).toMatchObject({ status: 409 })
  expect(failed('23503')).toMatchObject({ status: 422 })
  // Row-level security and a foreign key say the same: nothing about what another firm has.
  expect(failed('42501')).toEqual(failed('23503'))
  for (const code of ['08006', '57P01', '53300', 'ECONNREFUSED', 'CONNECT_TIMEOUT', 'CONNECTION_CLOSED'])
    expect(failed(code)).toMatchObject({ status: 503, code: 'database-away', retryAfterS: expect.any(Number) })
  for (const code of ['57014', '55P03', '40P01']) expect(failed(code)).toMatchObject({ status: 503, code: 'busy' })
  expect(failed('42703')).toBeNull()
  expect(databaseProblem(new Error('x'))).toBeNull()
  expect(databaseProblem(null)).toBeNull()
})

test('a session’s token counts only with our own signature', () => {
  const sign = (token: string, secret: string) => `${token}.${createHmac('sha256', secret).update(token).digest('base64')}`
  expect(signedToken(sign('a.b.c', 'secret'), 'secret')).toBe('a.b.c')
  expect(signedToken(sign('token', 'other'), 'secret')).toBeNull()
  expect(signedToken(sign('token', 'secret').replace('token', 'tokem'), 'secret')).toBeNull()
  for (const broken of ['', '.', 'token', 'token.', '.sig', 'token.%%%']) expect(signedToken(broken, 'secret')).toBeNull()
})
