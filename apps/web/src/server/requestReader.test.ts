/** @jest-environment node */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { requestReader } from '@/ui/dialect'
import { words, wordsFor } from '@/ui/words'
import { dialectAsked, keepReaderOfEveryRequest } from './requestReader'

words([
  { 'test.colour': 'colour', 'test.left_one': 'One left', 'test.left_other': '{{count}} left', 'test.both': 'same' },
  { 'test.colour': 'color' },
])

test.each([
  [undefined, 'en-GB'],
  ['de-CH, fr;q=0.8', 'en-GB'],
  ['en-US,en;q=0.9', 'en-US'],
  ['de, en-us;q=0.7', 'en-US'],
  ['en-GB,en-US;q=0.8', 'en-GB'],
  ['en', 'en-GB'],
])('a browser that asks for %s is answered in %s', (asked, dialect) => expect(dialectAsked(asked)).toBe(dialect))

describe('words of a request', () => {
  let server: Server
  let url = ''
  beforeAll(async () => {
    keepReaderOfEveryRequest()
    // Twice is once.
    keepReaderOfEveryRequest()
    server = createServer((request, response) => {
      void (async () => {
        // Somebody known has a dialect of their own, whatever their browser asks for; it is found again after any wait.
        const known = request.headers['x-known']
        const reader = requestReader()
        if (reader && (known === 'en-US' || known === 'en-GB')) reader.dialect = known
        await new Promise((resolve) => setTimeout(resolve, Number(request.headers['x-wait'] ?? 0)))
        response.end(
          [wordsFor('test.colour'), wordsFor('test.left', { count: 1 }), wordsFor('test.left', { count: 3 }), wordsFor('test.both')].join(
            '|',
          ),
        )
      })()
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(() => new Promise((resolve) => server.close(resolve)))
  const said = async (headers: Record<string, string>) => (await fetch(url, { headers })).text()

  test('each in its own dialect, at the same time', async () => {
    const answers = await Promise.all([
      said({ 'accept-language': 'en-US', 'x-wait': '30' }),
      said({ 'accept-language': 'en-GB', 'x-wait': '10' }),
      said({ 'accept-language': 'en-GB', 'x-known': 'en-US', 'x-wait': '20' }),
      said({ 'accept-language': 'en-US', 'x-known': 'en-GB', 'x-wait': '5' }),
    ])
    expect(answers.map((a) => a.split('|')[0])).toEqual(['color', 'colour', 'color', 'colour'])
  })

  test('one and many; where American English says the same, British speaks', async () => {
    expect(await said({ 'accept-language': 'en-US' })).toBe('color|One left|3 left|same')
  })
})

test('outside of a request British English is spoken; a key without words is told as it is', () => {
  expect(requestReader()).toBeUndefined()
  expect([wordsFor('test.colour'), wordsFor('test.nothing')]).toEqual(['colour', 'test.nothing'])
})
