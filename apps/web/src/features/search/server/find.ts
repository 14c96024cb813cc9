import { and, eq, sql, type SQL } from 'drizzle-orm'
import { inFirm, type Transaction } from '@/db/client'
import { searchEntry, searchPosting } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { tokensOf, wordsOf } from './fold'
import type { SearchKind } from './indexing'

export interface Found {
  readonly kind: SearchKind
  readonly id: string
  readonly title: string
  readonly detail: string
}

/** Words of the vocabulary that stand for one typed token, by how: 3 the word itself, 2 its beginning, 1 a part of it, below 1 only like it. */
type Matches = ReadonlyMap<string, number>

const MOST_WORDS = 60
/** How many are weighed against each other: so many times the answers asked for, and no more than so many unless more are asked for. */
const CANDIDATES = 2
const MOST_CANDIDATES = 60

/** For each token its words; in one question to the database. */
async function wordsLike(tx: Transaction, tokens: readonly string[]): Promise<Matches[]> {
  const list = sql.join(
    tokens.map((t) => sql`${t}`),
    sql`, `,
  )
  const rows = await tx.execute<{ token: string; word: string; how: number; likeness: number }>(
    sql`select t.token, w.word, w.how, w.likeness from unnest(array[${list}]::text[]) as t(token) cross join lateral search_words(t.token, ${MOST_WORDS}) w`,
  )
  return tokens.map(
    (token) =>
      new Map(
        rows
          .filter((r) => r.token === token)
          .map((r) => [r.word, r.word === token ? 3 : r.how === 0 ? 2 : r.how === 1 ? 1 : r.likeness * 0.9]),
      ),
  )
}

/** The best words of a token only: itself, else those that begin with it, else parts, else likenesses. */
function bestOf(matches: Matches): string[] {
  const best = Math.max(...matches.values())
  return [...matches].filter(([, how]) => (best < 1 ? true : how === best)).map(([word]) => word)
}

/** How well an entry answers: the sum over the tokens of the best of its words. */
function scoreOf(folded: string, title: string, tokens: readonly Matches[]): number {
  const words = folded.split(' ')
  const inTitle = new Set(wordsOf(title))
  return tokens.reduce((sum, matches) => {
    let best = 0
    for (const word of words) {
      const how = matches.get(word)
      if (how !== undefined) best = Math.max(best, how + (inTitle.has(word) ? 0.5 : 0))
    }
    return sum + best
  }, 0)
}

/** People go with what they hold and where they go; places come first. */
const KIND_ORDER: readonly SearchKind[] = ['appliance', 'site', 'visit', 'person', 'card', 'instrument']

/**
 * Everything of the actor's firm that holds all the typed words: whole, by their beginning, by a part of three characters or more, or with a
 * typing error. Best first.
 *
 * @param text what was typed; without a single token of three characters nothing is found.
 * @param kinds only these.
 */
export const find = (actor: Actor, text: string, options: { kinds?: readonly SearchKind[]; limit?: number } = {}): Promise<Found[]> =>
  inFirm(actor, (tx) => findIn(tx, actor.firmId, text, options))

export async function findIn(
  tx: Transaction,
  firmId: string,
  text: string,
  { kinds, limit = 20 }: { kinds?: readonly SearchKind[] | undefined; limit?: number | undefined } = {},
): Promise<Found[]> {
  const tokens = tokensOf(text)
  if (!tokens.some((t) => t.length >= 3)) return []
  const matches = await wordsLike(tx, tokens)
  if (matches.some((m) => m.size === 0)) return []
  const found = new Map<string, { entry: typeof searchEntry.$inferSelect; score: number }>()
  const gather = async (sets: readonly WordSet[]): Promise<void> => {
    // The smallest set of words is where the search begins; of single words PostgreSQL knows by its own counts which is the rarest.
    const [first, ...others] = [...sets].sort((a, b) => a.words.length - b.words.length || b.token.length - a.token.length)
    // Not distinct: that would have to read every posting first. An entry that holds two of the words comes twice and counts once.
    const ids = tx
      .select({ id: searchPosting.entryId })
      .from(searchPosting)
      .where(
        and(
          eq(searchPosting.firmId, firmId),
          oneOf(sql`${searchPosting.word}`, first!.words),
          ...others.map((set) => holds(firmId, set)),
          kinds && sql`exists (select 1 from ${searchEntry} e where e.id = ${searchPosting.entryId} and e.kind in ${[...kinds]})`,
        ),
      )
      .limit(Math.max(limit, Math.min(MOST_CANDIDATES, CANDIDATES * limit)))
      .as('ids')
    const rows = await tx
      .select({ entry: searchEntry })
      .from(ids)
      .innerJoin(searchEntry, eq(searchEntry.id, ids.id))
      .where(eq(searchEntry.firmId, firmId))
    for (const { entry } of rows) found.set(entry.id, { entry, score: scoreOf(entry.folded, entry.title, matches) })
  }
  // Best words first; a common word is read only as far as the list is long. Only when that is too little, everything alike.
  const best = matches.map((m, i): WordSet => ({ token: tokens[i]!, words: bestOf(m) }))
  const all = matches.map((m, i): WordSet => ({ token: tokens[i]!, words: [...m.keys()] }))
  await gather(best)
  if (found.size < limit && all.some((a, i) => a.words.length > best[i]!.words.length)) await gather(all)
  return [...found.values()]
    .sort(
      (a, b) =>
        b.score - a.score ||
        KIND_ORDER.indexOf(a.entry.kind) - KIND_ORDER.indexOf(b.entry.kind) ||
        a.entry.title.localeCompare(b.entry.title) ||
        // Of visits the latest first: their detail ends with the day.
        (a.entry.kind === 'visit' ? -1 : 1) * a.entry.detail.localeCompare(b.entry.detail),
    )
    .slice(0, limit)
    .map(({ entry }) => ({ kind: entry.kind, id: entry.subjectId, title: entry.title, detail: entry.detail }))
}

/** One word is compared for equality, so that the database can count on its statistics. */
const oneOf = (column: SQL, words: readonly string[]): SQL =>
  words.length === 1 ? sql`${column} = ${words[0]}` : sql`${column} in ${[...words]}`

/** A typed token with the words that stand for it. */
interface WordSet {
  readonly token: string
  readonly words: readonly string[]
}

/** Whether an entry holds one of the words; when more words begin with the token than were fetched, whether any of its own does. */
const holds = (firmId: string, { token, words }: WordSet): SQL =>
  words.length < MOST_WORDS
    ? sql`exists (select 1 from ${searchPosting} o where o.firm_id = ${firmId} and o.entry_id = ${searchPosting.entryId} and ${oneOf(sql`o.word`, words)})`
    : sql`exists (select 1 from ${searchEntry} e where e.id = ${searchPosting.entryId} and e.folded like ${`% ${token}%`})`
