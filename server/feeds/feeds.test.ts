import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { database } from '../db/client'
import { holdReadings } from '../services/bench/hold/keptReadings'
import { loadHold, setHoldSpeed, stepHold } from '../services/bench/hold/runHold'
import { recordEntry } from '../services/bench/recordEntry'
import { holdForm, openTestShop, setUpHold, testActor, testJob } from '../services/ground/testShop'
import { listenForChanges, onChange } from './changeFeed'
import { standInFeed } from './standInFeed'
import type { ChangeNotice } from '../../shared/changes'

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
})
afterAll(() => shop.close())

async function standInHold(secondsAgo: number) {
  const start = new Date(Date.now() - secondsAgo * 1000)
  const job = await testJob(technician(start))
  const hold = await setUpHold(
    technician(start),
    job.id,
    holdForm({ source: 'stand-in', hasThermometer: true, hasBarometer: true }),
  )
  await stepHold(technician(start), hold.id, 'settling')
  return hold.id
}

describe('the stand-in', () => {
  test('is read by the server every five seconds of its own time', async () => {
    const id = await standInHold(62)
    const { turn } = standInFeed()
    await turn()
    const readings = await holdReadings(id, -1)
    expect(readings.map(reading => reading.t)).toEqual([0, 5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60])
    expect(readings[0]!.pressure).toBeGreaterThan(4900)
    expect(readings.every(reading => reading.temperature !== undefined && reading.barometer !== undefined)).toBe(true)
    await turn()
    expect(await holdReadings(id, -1)).toHaveLength(13)
  })
  test('runs faster when told, and a mark happens to it', async () => {
    const id = await standInHold(10)
    const { turn } = standInFeed()
    await turn()
    await setHoldSpeed(technician(new Date(Date.now() - 4000)), id, 60)
    await recordEntry(technician(), id, 'mark', { id: randomUUID(), kind: 'top-up' })
    await turn()
    const readings = await holdReadings(id, -1)
    expect(readings.at(-1)!.t).toBeGreaterThanOrEqual(235)
    expect(readings.length).toBeGreaterThan(45)
  })
  test('after a restart what was not logged is a gap, and the tank is where it would have been', async () => {
    const id = await standInHold(100)
    await standInFeed().turn()
    const known = await holdReadings(id, -1)
    await database().execute(sql`delete from reading where hold_id = ${id} and t > 30`)
    await standInFeed().turn()
    const after = await holdReadings(id, -1)
    expect(after.filter(reading => reading.t <= 30)).toHaveLength(7)
    expect(after.filter(reading => reading.t > 30 && reading.t < 90)).toHaveLength(0)
    const last = after.at(-1)!
    expect(last.t).toBeGreaterThanOrEqual(95)
    expect(Math.abs(last.pressure - (known.find(reading => reading.t === last.t) ?? known.at(-1)!).pressure)).toBeLessThan(60)
  })
  test('stops with its hold', async () => {
    const id = await standInHold(31)
    const { turn } = standInFeed()
    await turn()
    await stepHold(technician(), id, 'stopped')
    const count = (await holdReadings(id, -1)).length
    await turn()
    expect(await holdReadings(id, -1)).toHaveLength(count)
    expect((await loadHold(id)).estimate).not.toBeNull()
  })
})

describe('change notices', () => {
  const heard: ChangeNotice[] = []
  const until = async (done: () => boolean) => {
    for (let tries = 0; tries < 100 && !done(); tries++) await new Promise(go => setTimeout(go, 50))
    expect(done()).toBe(true)
  }
  test('are heard from the database, and again after its connection was lost', async () => {
    const stop = onChange(notice => heard.push(notice))
    const end = await listenForChanges(process.env.DATABASE_URL!)
    const job = await testJob(technician())
    await until(() => heard.some(notice => notice.jobId === job.id && notice.topics.includes('facts')))
    await database().execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and pid <> pg_backend_pid()`,
    )
    await new Promise(go => setTimeout(go, 1800))
    const second = await testJob(technician())
    await until(() => heard.some(notice => notice.jobId === second.id))
    stop()
    await end()
  })
})
