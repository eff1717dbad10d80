import { randomUUID } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { database } from '../../db/client'
import { test as testTable, trail } from '../../db/schema'
import { stepHold } from '../bench/hold/runHold'
import { testRow } from '../bench/testRows'
import { loadJob } from '../job/loadJobs'
import { holdForm, openTestShop, setUpHold, testActor, testJob } from '../ground/testShop'
import { beat, lookAtClock, noteClockJump } from './beat'
import { health } from './health'
import { keepState, stateOf } from './houseState'
import { shopTime } from './steadyClock'
import { append } from '../record/append'

let shop: { close: () => Promise<void> }
let finn: Awaited<ReturnType<typeof testActor>>
const HOUR = 3_600_000
beforeAll(async () => {
  shop = await openTestShop()
  finn = await testActor()
})
afterAll(() => shop.close())

test('a jump of the clock is noticed once, and told in the trail and in the health', async () => {
  await beat()
  expect((await health()).parts.clock.state).toBe('well')
  await noteClockJump(100)
  await noteClockJump(3 * 24 * HOUR)
  await noteClockJump(3 * 24 * HOUR + 20)
  const lines = await database().select().from(trail).where(eq(trail.verb, 'noticed that the machine’s clock was set'))
  expect(lines).toHaveLength(1)
  expect((await health()).parts.clock).toMatchObject({ state: 'look', sentence: expect.stringContaining('3 days') })
})

test.each([
  ['an hour back', -HOUR],
  ['two days on', 48 * HOUR],
])('set %s while the program was away, a running hold goes on by the time that has passed', async (_, set) => {
  const job = await testJob(finn())
  const hold = await setUpHold(finn(), job.id, holdForm())
  await stepHold(finn(), hold.id, 'settling')
  const before = (await testRow('hold', hold.id)).facts.clock!
  await beat()
  const last = (await stateOf('work'))!.facts
  const passed = 60_000
  const jump = await lookAtClock({ boot: last.boot, up: last.up + passed, steady: last.steady + passed + set })
  expect(jump).toBeCloseTo(set, 0)
  const after = (await testRow('hold', hold.id)).facts.clock!
  expect(after.anchoredAt - before.anchoredAt).toBeCloseTo(set, 0)
  expect(after.anchor).toBe(before.anchor)
  // Looked at again, because what came after it failed: nothing is moved twice.
  const again = { boot: last.boot, up: last.up + passed + 1000, steady: last.steady + passed + set + 1000 }
  expect(await lookAtClock(again)).toBe(0)
  expect((await testRow('hold', hold.id)).facts.clock).toEqual(after)
  // After another start of the machine nobody knows how long it was off: nothing is moved.
  expect(await lookAtClock({ boot: 'another', up: 5, steady: last.steady + 99 * HOUR })).toBe(0)
  await database().update(testTable).set({ stoppedAt: new Date() }).where(eq(testTable.id, hold.id))
})

test('with the clock an hour back what is done on a job still comes after what was done before', async () => {
  const job = await testJob(finn())
  const touch = { partIds: [job.parts[0]!.id], kind: 'knocked' as const, note: '' }
  await append('touch', { ...finn(), now: new Date(Date.now() + HOUR) }, job.id, { ...touch, id: randomUUID() })
  const late = randomUUID()
  await append('touch', finn(), job.id, { ...touch, id: late })
  const { touches } = await loadJob(job.id)
  const [first, second] = [touches.find(each => each.id !== late)!, touches.find(each => each.id === late)!]
  expect(second.at).toBeGreaterThanOrEqual(first.at)
})

test('the health tells its parts apart', async () => {
  await beat()
  const well = await health()
  expect(well).toMatchObject({ ok: true, parts: { database: { state: 'well' }, work: { state: 'well' } } })
  // A new shop has not had its first night.
  expect(well.parts.backup.state).toBe('well')
  await database().execute(
    sql`insert into trail (at, person_id, verb) values (now() - interval '5 days', ${finn().id}::uuid, 'opened the shop')`,
  )
  expect((await health()).parts.backup).toMatchObject({ state: 'look', sentence: expect.stringContaining('no backup yet') })
  const backup = { file: 'x', bytes: 1, digest: 'y' }
  await keepState('backup', backup, new Date(shopTime() - HOUR))
  expect((await health()).parts.backup.state).toBe('well')
  await keepState('backup', backup, new Date(shopTime() + 72 * HOUR))
  expect((await health()).parts.backup).toMatchObject({ state: 'look', sentence: expect.stringContaining('dated ahead') })
  await keepState('backup', backup, new Date(shopTime() - 72 * HOUR))
  expect((await health()).parts.backup).toMatchObject({ state: 'look', sentence: expect.stringContaining('3 days old') })
  const last = (await stateOf('work'))!.facts
  await keepState('work', last, new Date(shopTime() - HOUR))
  // A server that has just started has not led yet; after a minute it is told.
  const up = jest.spyOn(process, 'uptime').mockReturnValue(5)
  expect((await health()).parts.work.state).toBe('well')
  up.mockReturnValue(120)
  expect((await health()).parts.work.state).toBe('ill')
  up.mockRestore()
})
