import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { validate } from 'dockerfile-utils'
import { parse } from 'yaml'
import { z } from 'zod'

/** What ships the program cannot be run without a container engine or an init system; what can be said of it by reading is said here. */

const ROOT = path.resolve(import.meta.dirname ?? __dirname, '../../../..')
const read = (file: string) => readFileSync(path.join(ROOT, file), 'utf8')
const compose = z
  .object({
    services: z.record(
      z.string(),
      z.looseObject({
        image: z
          .string()
          .regex(/:[\w.-]+$/, 'an image has a version')
          .optional(),
        build: z.object({ context: z.string(), dockerfile: z.string(), target: z.string() }).optional(),
        environment: z.record(z.string(), z.string()).optional(),
        volumes: z.array(z.string()).optional(),
        depends_on: z.record(z.string(), z.object({ condition: z.string() })).optional(),
      }),
    ),
    volumes: z.record(z.string(), z.null()),
  })
  .loose()
  .parse(parse(read('deploy/compose.yaml'), { merge: true }))
const { services } = compose
const dockerfile = read('deploy/Dockerfile')

test('the Dockerfile has nothing that its checker finds, and every file it copies is there', () => {
  expect(validate(dockerfile)).toEqual([])
  for (const [, from] of dockerfile.matchAll(/^COPY (?!--from)((?:\S+ )+)\S+$/gm))
    for (const file of from!.trim().split(' ')) expect([file, existsSync(path.join(ROOT, file))]).toEqual([file, true])
  for (const [file] of dockerfile.matchAll(/(?:scripts|apps\/web\/src)\/[\w/]+\.(?:mjs|ts)/g))
    expect([file, existsSync(path.join(ROOT, file))]).toEqual([file, true])
  // Nothing runs as root, and no secret is built in.
  expect(dockerfile.match(/^USER node$/gm)).toHaveLength(2)
  expect(dockerfile).not.toMatch(/PASSWORD|SECRET|TOKEN/)
})

test('what compose.yaml names exists, and every setting it takes stands in env.example', () => {
  const targets = [...dockerfile.matchAll(/^FROM .* AS (\w+)$/gm)].map((m) => m[1])
  for (const [name, s] of Object.entries(services)) {
    expect([name, Boolean(s.image) !== Boolean(s.build)]).toEqual([name, true])
    if (s.build)
      expect([name, targets, existsSync(path.join(ROOT, 'deploy', s.build.context, s.build.dockerfile))]).toEqual([
        name,
        expect.arrayContaining([s.build.target]),
        true,
      ])
    for (const other of Object.keys(s.depends_on ?? {})) expect(Object.keys(services)).toContain(other)
    for (const volume of s.volumes ?? []) {
      const from = volume.split(':')[0]!
      if (!from.startsWith('.')) expect(Object.keys(compose.volumes)).toContain(from)
    }
  }
  const taken = new Set([...read('deploy/compose.yaml').matchAll(/\$\{(\w+)/g)].map((m) => m[1]))
  const offered = new Set([...read('deploy/env.example').matchAll(/^(\w+)=/gm)].map((m) => m[1]))
  expect([...taken].sort()).toEqual([...offered].sort())
})

test('the processes get every setting that they cannot start without', () => {
  const needed = [...read('apps/web/src/env.ts').matchAll(/^ {2}(\w+): (.*),$/gm)]
    .filter(([, , how]) => !/optional|default/.test(how!))
    .map((m) => m[1]!)
  expect(needed).toContain('LUCERNA_SIGN_IN_DATABASE_URL')
  for (const name of ['web', 'web-2']) expect(Object.keys(services[name]!.environment ?? {})).toEqual(expect.arrayContaining(needed))
  const asked = [...read('apps/web/src/commands/prepare.ts').matchAll(/setting\('(\w+)'\)/g)]
    .map((m) => m[1]!)
    .filter((n) => !n.includes('DEMO'))
  expect(Object.keys(services.prepare!.environment ?? {})).toEqual(expect.arrayContaining(asked))
  // The roles that are made are those that are used.
  for (const role of ['APP', 'SIGN_IN'])
    expect(services.web!.environment![`LUCERNA_${role}_DATABASE_URL`]).toContain(
      `//${services.prepare!.environment![`LUCERNA_${role}_ROLE`]}:`,
    )
})

test('the proxy passes on to the processes that there are, says who asks, and holds up no stream', () => {
  const conf = read('deploy/nginx.conf')
  expect(conf.match(/\{/g)!.length).toBe(conf.match(/\}/g)!.length)
  expect([...conf.matchAll(/^ +server ([\w-]+):3000/gm)].map((m) => m[1])).toEqual(Object.keys(services).filter((s) => s.startsWith('web')))
  expect(conf).toMatch(/X-Forwarded-For \$remote_addr;/)
  expect(conf).toMatch(/proxy_buffering off;/)
  expect(Number(/proxy_read_timeout (\d+)s/.exec(conf)![1])).toBeGreaterThan(600)
  expect(services.web!.environment!.LUCERNA_PROXY_HOPS).toBe('1')
})

test('the unit of systemd reads as one', () => {
  const unit = read('deploy/lucerna.service')
  for (const line of unit.split('\n')) expect(line).toMatch(/^$|^#|^\[(Unit|Service|Install)\]$|^[A-Z]\w+=\S/)
  expect(existsSync(path.join(ROOT, /^ExecStart=\/usr\/bin\/node (\S+)$/m.exec(unit)![1]!))).toBe(true)
  const { error, status, stderr } = spawnSync('systemd-analyze', ['verify', path.join(ROOT, 'deploy/lucerna.service')], {
    encoding: 'utf8',
  })
  // Where there is no systemd, reading is all that can be done; where node lies elsewhere, that is this machine's.
  if (!error) expect(`${status} ${stderr}`).not.toMatch(/Unknown|Invalid|Failed to parse|not absolute/)
})
