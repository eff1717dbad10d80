import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { sql } from 'drizzle-orm'
import { liveParts } from '../../../shared/jobCircuit'
import type { BayRow } from '../../../shared/views'
import { database } from '../../db/client'
import { endTest } from '../bench/endTest'
import { loadJob } from '../job/loadJobs'
import { append } from '../record/append'
import { takeShopTemperature } from '../shelf/shopTemperatures'
import { markPart, openTestShop, repairForm, startSoap, testActor, testJob } from '../ground/testShop'
import { bay, bayRow } from './bay'

/** Every row as it is derived from the whole job, whatever is kept. */
async function derived(now: number): Promise<BayRow[]> {
  const { rows } = await database().execute<{ id: string }>(sql`select id from job where closed_at is null`)
  return Promise.all(rows.map(async ({ id }) => bayRow(await loadJob(id), now)))
}
const byId = (rows: readonly BayRow[]): unknown => JSON.parse(JSON.stringify([...rows].sort((a, b) => (a.id < b.id ? -1 : 1))))
const keptIds = async () =>
  (await database().execute<{ id: string }>(sql`select job_id as id from bay_row`)).rows.map(row => row.id)

const folder = 'tests/fixtures/earlier'
const demos = readdirSync(folder).sort().slice(-3)
test.each(demos)('what is kept of the demo of %s is what is derived', async name => {
  const shop = await openTestShop(gunzipSync(readFileSync(join(folder, name))).toString())
  try {
    const now = Date.now()
    const first = await bay({}, now)
    expect(byId(first.rows)).toEqual(byId(await derived(now)))
    expect((await keptIds()).length).toBeGreaterThan(2)
    expect(byId((await bay({}, now)).rows)).toEqual(byId(first.rows))
    // Rows that are kept are the same years later, since nothing of them waits for a clock.
    const later = now + 400 * 86_400_000
    expect(byId((await bay({}, later)).rows)).toEqual(byId(await derived(later)))
  } finally {
    await shop.close()
  }
})

describe('a row is derived anew', () => {
  let shop: { close: () => Promise<void> }
  beforeAll(async () => {
    shop = await openTestShop()
  })
  afterAll(() => shop.close())

  test('after whatever is done on its job, and after what its cure goes by', async () => {
    const finn = await testActor('technician', 'finn')
    const same = async () => {
      const now = Date.now()
      const rows = byId((await bay({}, now)).rows)
      expect(rows).toEqual(byId(await derived(now)))
      expect(byId((await bay({}, now)).rows)).toEqual(rows)
    }
    const job = await testJob(finn())
    await testJob(finn())
    await same()
    const part = liveParts(job)[0]!
    const place = { x1: 1, y1: 1, x2: 2, y2: 2, length: 0.01 }
    const seen = { id: randomUUID(), partId: part.id, ...place, seen: 'drips' as const, note: '', leakId: null, photoId: null }
    await append('find', finn(), job.id, { ...seen, cause: null })
    await same()
    const { leaks } = await loadJob(job.id)
    await append('repair', finn(), job.id, repairForm([leaks[0]!.id]))
    await same()
    const walk = (await startSoap(finn(), job.id)).tests.at(-1)!
    await same()
    for (const each of liveParts(job)) await markPart(finn(), walk.id, each.id, 'dry')
    await endTest(finn(), walk.id)
    await same()
    await append('strike', finn(), job.id, { id: randomUUID(), subjectId: seen.id, reason: 'rain' })
    await same()
    // What cures waits for a clock, and is not kept.
    const cures = repairForm([], { partIds: [part.id], method: 'sealant', material: 'fuel-sealant' } as never)
    await append('repair', finn(), job.id, cures).catch(() => undefined)
    await same()
  })

  test('when something else made its rules, or the thermometer was read', async () => {
    const before = (await keptIds()).length
    expect(before).toBeGreaterThan(0)
    await database().execute(sql`update bay_row set version = 'of another build', row = row || '{"state": "sealed"}'`)
    const now = Date.now()
    expect(byId((await bay({}, now)).rows)).toEqual(byId(await derived(now)))
    const finn = await testActor()
    await takeShopTemperature(finn(), { id: randomUUID(), temperature: 291, lowest: null } as never)
    expect(await keptIds()).toEqual([])
  })
})
