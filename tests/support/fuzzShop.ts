import { asker } from './asker'
import { fuzz, type Attempt, type Fuzzed, type Known } from './fuzz'
import { heldBy, type Held } from './largest'
import type { Shop } from './shop'

/** Routes whose right use would end the run: the session of whoever sends them, or their right to. */
const SPARED = [
  'delete /api/session',
  'post /api/session/lock',
  'delete /api/me/sessions/{id}',
  'delete /api/people/{id}',
  'put /api/people/{id}/role',
  'get /api/stream',
]

async function signIn(shop: Shop, login: string) {
  const answer = await fetch(`${shop.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login, password: 'skerry-reach' }),
  })
  const cookie = answer.headers
    .getSetCookie()
    .map(each => each.split(';')[0])
    .join('; ')
  return { cookie, 'content-type': 'application/json' }
}

/** Under which word of an address the things of a table stand. */
const tables = {
  jobs: 'job',
  tests: 'test',
  holds: "test where kind = 'hold'",
  runs: "entry where kind = 'run'",
  bells: 'bell',
  photos: 'photo',
  strips: "entry where kind = 'strip'",
  purchases: "entry where kind = 'purchase'",
  crafts: 'craft',
  kit: 'kit_item',
  temperatures: 'shop_temperature',
  people: 'person',
  parts: 'part',
  leaks: "entry where kind = 'leak'",
}
const MOST_OF_EACH = 12

async function knownIn(shop: Shop): Promise<Known> {
  const known: Known = {}
  for (const [word, table] of Object.entries(tables)) {
    const { rows } = await shop.query(`select id from ${table} order by id limit ${MOST_OF_EACH}`)
    if (rows.length > 0) known[word] = (rows as { id: string }[]).map(row => row.id)
  }
  return known
}

/** How a request is answered; 0 where it is not. */
async function statusOf(shop: Shop, headers: Record<string, string>, { method, path, body }: Attempt): Promise<number> {
  try {
    const answer = await fetch(`${shop.url}${path}`, {
      method: method.toUpperCase(),
      headers,
      body,
      redirect: 'manual',
      signal: AbortSignal.timeout(30_000),
    })
    await answer.arrayBuffer()
    return answer.status
  } catch {
    return 0
  }
}

/** Malformed requests to a demo shop: by its owner, and by a stranger. */
export async function fuzzShop(shop: Shop, many: number, seed: number): Promise<{ owner: Fuzzed; stranger: Fuzzed }> {
  const headers = await signIn(shop, 'oda')
  const known = await knownIn(shop)
  const sender = (sent: Record<string, string>) => (attempt: Attempt) => statusOf(shop, sent, attempt)
  const strangers = Math.round(many / 10)
  return {
    owner: await fuzz(many - strangers, seed, known, sender(headers), SPARED),
    stranger: await fuzz(strangers, seed, known, sender({ 'content-type': 'application/json' }), SPARED),
  }
}

/** The largest bodies of every route, sent to a demo shop by its owner. @param bytes of each body */
export async function largestOf(shop: Shop, bytes: number): Promise<Held[]> {
  const headers = await signIn(shop, 'oda')
  const known = await knownIn(shop)
  const idAt = (path: string) => known[path.split('/')[2]!]?.[0] ?? known.jobs![0]!
  const other = asker(`${shop.url}/api/health`)
  try {
    return await heldBy(
      bytes,
      each => statusOf(shop, headers, { ...each, path: each.path.replace(/\{\w+\}/g, () => idAt(each.path)) }),
      other,
    )
  } finally {
    await other.end()
  }
}
