/** Stands in for `next/headers` where handlers are called without a server (`fuzz.tsconfig.json`): every request is the same person's. */

export const person = { cookies: new Map<string, string>() }

const cookieHeader = () => [...person.cookies].map(([name, value]) => `${name}=${value}`).join('; ')

export const headers = () => Promise.resolve(new Headers({ host: '127.0.0.1', cookie: cookieHeader() }))
export const cookies = () =>
  Promise.resolve({
    get: (name: string) => (person.cookies.has(name) ? { name, value: person.cookies.get(name) } : undefined),
    set: () => undefined,
    delete: () => undefined,
  })
