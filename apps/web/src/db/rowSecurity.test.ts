import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Actor } from '@/server/actor'
import { KEYS_ONLY, readFirm } from './client'
import {
  bridge,
  bridgeVoice,
  exportChunk,
  exportJob,
  firm,
  invitation,
  liveCommand,
  liveLines,
  lockoutNote,
  site,
  visitDevice,
  visitEvent,
} from './schema'
import { actorNamed, appDb, closeAll, event, inside, newVisit, ownerDb, signInDb } from '@/test/world'

let maren: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
  // What only lives while somebody looks on is put there.
  for (const [actor, site] of [
    [maren, '11 Quarry Row'],
    [ruben, 'Harbour Office'],
  ] as const) {
    const { visitId, applianceId } = await newVisit(actor, site)
    const [bridgeId, now] = [uuidv7(), new Date().toISOString()]
    await inside(actor, async (tx) => {
      const own = { firmId: actor.firmId, at: now }
      await tx.insert(bridge).values({ ...own, id: bridgeId, name: 'Van', tokenHash: bridgeId, createdAt: now, createdBy: actor.userId })
      await tx.insert(bridgeVoice).values({ ...own, serial: bridgeId, bridgeId })
      await tx
        .insert(lockoutNote)
        .values({ firmId: actor.firmId, id: bridgeId, applianceId, happenedAt: now, toldAt: now, state: 'dismissed' })
      const job = {
        id: bridgeId,
        firmId: actor.firmId,
        kind: 'archive' as const,
        wish: {},
        state: 'cancelled' as const,
        createdAt: now,
        updatedAt: now,
      }
      await tx.insert(exportJob).values({ ...job, createdBy: actor.userId })
      await tx.insert(exportChunk).values({ firmId: actor.firmId, jobId: bridgeId, position: 0, data: Buffer.from('x') })
      await tx.insert(liveLines).values({ ...own, lines: [] })
      await tx.insert(liveCommand).values({ ...own, command: { v: 1, instrument: bridgeId, do: 'zero' } })
    })
    await inside(actor, (tx) =>
      tx.insert(visitDevice).values({ firmId: actor.firmId, visitId, deviceId: uuidv7(), seenAt: new Date().toISOString() }),
    )
  }
})
afterAll(closeAll)

const tablesWithFirm = async () =>
  (
    await ownerDb.execute<{ name: string }>(
      sql`select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'firm_id' order by 1`,
    )
  ).map((r) => r.name)
const countIn = async (run: (q: ReturnType<typeof sql>) => Promise<unknown>, table: string): Promise<number> =>
  ((await run(sql`select count(*)::int as n from ${sql.identifier(table)}`)) as { n: number }[])[0]!.n

test('every table with a firm has row-level security, and the application owns none and cannot bypass it', async () => {
  const names = await tablesWithFirm()
  expect(names.length).toBeGreaterThanOrEqual(12)
  for (const name of names) {
    const [row] = await ownerDb.execute<{ on: boolean }>(sql`select relrowsecurity as on from pg_class where oid = ${name}::regclass`)
    expect([name, row?.on]).toEqual([name, true])
  }
  for (const db of [appDb, signInDb]) {
    const [role] = await db.execute<{ super: boolean; bypass: boolean; owns: number }>(
      sql`select rolsuper as super, rolbypassrls as bypass, (select count(*)::int from pg_tables where tableowner = current_user) as owns from pg_roles where rolname = current_user`,
    )
    expect(role).toEqual({ super: false, bypass: false, owns: 0 })
  }
})

/** A row of these would change what others' tests see; firms of their own have some (mailServer.test.ts). */
const ELSEWHERE: ReadonlySet<string> = new Set(['mail_server'])

test('without a firm nothing is seen; with one only its own, whatever the query forgets', async () => {
  const ofFirm = async (name: string, firmId: string): Promise<number> => {
    const column = name === 'firm' ? sql`id` : sql`firm_id`
    const [row] = await ownerDb.execute<{ n: number }>(
      sql`select count(*)::int as n from ${sql.identifier(name)} where ${column} = ${firmId}`,
    )
    return row!.n
  }
  for (const name of [...(await tablesWithFirm()), 'firm']) {
    expect([name, await countIn((q) => appDb.execute(q), name)]).toEqual([name, 0])
    for (const actor of [maren, ruben]) {
      // Other tests write meanwhile: it has to agree with the owner's count in one of some tries.
      let agreed = false
      for (let i = 0; i < 5 && !agreed; i++) {
        const before = await ofFirm(name, actor.firmId)
        const seen = await inside(actor, (tx) => countIn((q) => tx.execute(q), name))
        agreed = (seen > 0 || ELSEWHERE.has(name)) && seen === before && before === (await ofFirm(name, actor.firmId))
      }
      expect([name, agreed]).toEqual([name, true])
      const [foreign] = await inside(actor, (tx) =>
        tx.execute<{ n: number }>(
          sql`select count(*)::int as n from ${sql.identifier(name)} where ${name === 'firm' ? sql`id` : sql`firm_id`} <> ${actor.firmId}`,
        ),
      )
      expect([name, foreign!.n]).toEqual([name, 0])
    }
  }
})

test('the search function looks only into the firm of the transaction, and not without one', async () => {
  const words = async (run: (q: ReturnType<typeof sql>) => Promise<unknown>) =>
    (await run(sql`select word from search_words('mossgate', 10)`)) as unknown[]
  expect(await words((q) => appDb.execute(q))).toHaveLength(0)
  expect(await inside(maren, (tx) => words((q) => tx.execute(q)))).not.toHaveLength(0)
  expect(await inside(ruben, (tx) => words((q) => tx.execute(q)))).toHaveLength(0)
})

/** What PostgreSQL itself said; the query builder wraps it. */
const cause = async (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'accepted',
    (e: Error) => String((e.cause as Error | undefined)?.message ?? e.message),
  )

test('a row for another firm cannot be written', async () => {
  const wrong = inside(maren, (tx) =>
    tx.execute(
      sql`insert into site (id, firm_id, name, address, time_zone, altitude_m) values (${uuidv7()}, ${ruben.firmId}, 'x', 'x', 'UTC', 0)`,
    ),
  )
  expect(await cause(wrong)).toMatch(/row-level security/)
})

test.each(['visit_event', 'target_card', 'practice_profile', 'report', 'audit_entry'])(
  '%s is append-only for the application',
  async (name) => {
    expect(await cause(inside(maren, (tx) => tx.execute(sql`delete from ${sql.identifier(name)}`)))).toMatch(/permission denied/)
    expect(await cause(inside(maren, (tx) => tx.execute(sql`update ${sql.identifier(name)} set firm_id = firm_id`)))).toMatch(
      /permission denied/,
    )
  },
)

describe('what a role of the application may not', () => {
  const denied = /permission denied/
  test.each(['account', 'session', 'verification', 'firm_link', 'pass_secret'])('who serves firms reads nothing of %s', async (name) => {
    expect(await cause(inside(maren, (tx) => tx.execute(sql`select * from ${sql.identifier(name)}`)))).toMatch(denied)
    expect(await cause(inside(maren, (tx) => tx.execute(sql`delete from ${sql.identifier(name)}`)))).toMatch(denied)
  })

  test.each([
    sql`insert into "user" (id, name, email) values ('x', 'x', 'x@x.example')`,
    sql`update "user" set email = 'x@x.example'`,
    sql`select * from acting_person('x', null)`,
    sql`select scope_pass(gen_random_uuid(), '', 99999999999)`,
    sql`select fresh_pass(gen_random_uuid(), '')`,
    sql`select * from letter_to_send(gen_random_uuid(), true)`,
    sql`select * from firms_to_remind()`,
  ])('nor makes accounts, actors, passes or takes letters (%#)', async (wrong) => {
    expect(await cause(inside(maren, (tx) => tx.execute(wrong)))).toMatch(denied)
  })

  test('who signs people in sees no firm, and letters only through their function', async () => {
    for (const name of ['site', 'visit', 'mail', 'membership', 'report', 'audit_entry'])
      expect([name, await cause(signInDb.execute(sql`select * from ${sql.identifier(name)}`))]).toEqual([
        name,
        expect.stringMatching(denied),
      ])
    expect(await cause(signInDb.execute(sql`select * from acting_person('nobody', null)`))).toBe('accepted')
  })

  test('a firm is entered with a pass only, and a pass is for one person of one firm until its time', async () => {
    const sites = (scope: object) => readFirm({ ...maren, ...scope }, (tx) => tx.select({ id: site.id }).from(site), appDb)
    expect(await sites({})).not.toHaveLength(0)
    const [until, mac] = maren.pass.split('.') as [string, string]
    for (const wrong of [
      { pass: '' },
      { pass: 'x' },
      { pass: ruben.pass },
      { firmId: ruben.firmId },
      { userId: ruben.userId },
      { pass: `${Number(until) + 1}.${mac}` },
      { pass: `${until}.${'0'.repeat(64)}` },
    ])
      expect([wrong, await sites(wrong)]).toEqual([wrong, []])
    // Even a good one, after its time.
    const [old] = await ownerDb.execute<{ pass: string }>(
      sql`select scope_pass(${maren.firmId}::uuid, ${maren.userId}, extract(epoch from now())::bigint - 1) as pass`,
    )
    expect(await sites({ pass: old!.pass })).toEqual([])
    const write = (scope: object) =>
      cause(
        inside({ ...maren, ...scope }, (tx) =>
          tx.insert(liveLines).values({ firmId: maren.firmId, at: new Date().toISOString(), lines: [] }),
        ),
      )
    expect(await write({ pass: '' })).toMatch(/row-level security/)
    expect(await write({})).toBe('accepted')
  })

  test('the account of an invitation is made for an open one of the firm of the transaction only', async () => {
    const take = (hash: string) => inside(maren, (tx) => tx.execute(sql`select take_up_invitation(${hash}, 'p', 'a', 'h')`))
    const [foreign] = await ownerDb.execute<{ hash: string }>(
      sql`select secret_hash as hash from invitation where firm_id = ${ruben.firmId}`,
    )
    for (const hash of ['none', foreign!.hash]) expect(await cause(take(hash))).toBe('no open invitation')
    // Nor one that ran out.
    const late = {
      id: uuidv7(),
      firmId: maren.firmId,
      email: `${uuidv7()}@late.example`,
      name: 'Late',
      role: 'viewer' as const,
      secretHash: uuidv7(),
    }
    const [created, expired] = ['2026-01-01T00:00:00Z', '2026-01-08T00:00:00Z']
    await ownerDb.insert(invitation).values({ ...late, invitedBy: maren.userId, createdAt: created, expiresAt: expired })
    expect(await cause(take(late.secretHash))).toBe('no open invitation')
  })

  test('of people of other firms nothing is told, and their sessions are not ended', async () => {
    const asked = (tx: Parameters<Parameters<typeof inside>[1]>[0]) => [
      tx.execute(sql`select * from sessions_of(${ruben.userId})`),
      tx.execute(sql`select 1 where works_elsewhere(${ruben.userId}, true)`),
      tx.execute(sql`select 1 where end_sessions_of(${ruben.userId}, null, null) > 0`),
      tx.execute(sql`select 1 where forget_person(${ruben.userId}, 'x')`),
    ]
    expect((await inside(maren, (tx) => Promise.all(asked(tx)))).map((rows) => rows.length)).toEqual([0, 0, 0, 0])
  })

  test('an event takes the next place in its log, and no other', async () => {
    const { visitId } = await newVisit(maren, '11 Quarry Row')
    for (const seq of [0, -1, 2]) {
      const { id, type, v, at, deviceId, deviceSeq, data } = event(visitId, 'note.added', { text: 'x' })
      const row = { id, firmId: maren.firmId, visitId, seq, type, v, at, deviceId, deviceSeq, data }
      const put = inside(maren, (tx) =>
        tx.insert(visitEvent).values({ ...row, authorId: maren.userId, provisional: false, receivedAt: at, contentHash: 'x' }),
      )
      expect([seq, await cause(put)]).toEqual([seq, 'an event takes the next place in its log'])
    }
  })
})

test('the firm of one transaction does not leak into the next on the same connection', async () => {
  for (let i = 0; i < 12; i++) {
    await inside(i % 2 ? maren : ruben, async (tx) => tx.execute(sql`select 1`))
    expect(await countIn((q) => appDb.execute(q), 'site')).toBe(0)
  }
})

describe('work that only reads', () => {
  test('sees its own firm, asks many things together, and may not write', async () => {
    const own = await readFirm(
      maren,
      (tx) => Promise.all([tx.select({ id: firm.id }).from(firm), tx.select({ name: site.name }).from(site)]),
      appDb,
    )
    expect(own[0]).toEqual([{ id: maren.firmId }])
    expect(own[1].map((s) => s.name)).toContain('11 Quarry Row')
    await expect(readFirm(maren, (tx) => tx.update(site).set({ name: 'x' }), appDb)).rejects.toMatchObject({
      cause: expect.objectContaining({ code: '25006' }),
    })
    // The connection that was refused goes back to the pool clean.
    // Plans are kept only by who asks for it, and for their own transaction.
    const planned = async (...options: [typeof KEYS_ONLY] | []) => {
      const [row] = await readFirm(maren, (tx) => tx.execute(sql`select current_setting('plan_cache_mode') as mode`), appDb, ...options)
      return row?.mode
    }
    expect([await planned(KEYS_ONLY), await planned()]).toEqual(['force_generic_plan', 'auto'])
    const many = await Promise.all([...Array(30)].map(() => readFirm(ruben, (tx) => tx.select({ id: firm.id }).from(firm), appDb)))
    expect(new Set(many.flat().map((f) => f.id))).toEqual(new Set([ruben.firmId]))
  })

  test('keeps its connection to itself while it runs: a second one inside is a mistake that is told', async () => {
    await expect(readFirm(maren, () => readFirm(maren, () => Promise.resolve(1), appDb), appDb)).rejects.toThrow(/second connection/)
  })
})
