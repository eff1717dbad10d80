import { randomUUID } from 'node:crypto'
import { estimateHold } from '../../../core/hold/estimateHold'
import { normalAt } from '../../../core/standin/seededRandom'
import type { InstrumentSight } from '../../../shared/schemas/sight'
import { database } from '../../db/client'
import { job } from '../../db/schema'
import { eq } from 'drizzle-orm'
import { keepSight, loadKit, saveKitItem } from '../shelf/kit'
import { holdForm, openTestShop, refusal, setUpHold, testActor, testJob } from '../ground/testShop'
import { mustOpenHold, takeFeed } from './hold/deviceFeed'
import { keysOf, makeKey, makePhoneKey } from './hold/deviceKeys'
import { holdReadings, readingRecord } from './hold/keptReadings'
import { loadHold, setHoldSpeed, stepHold } from './hold/runHold'
import { liveEstimate } from './hold/liveHolds'
import { needleOf } from './hold/needle'
import { takeReadings } from './hold/takeReadings'

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
})
afterAll(() => shop.close())

const running = async (change = {}, reality: 'real' | 'simulated' = 'simulated') => {
  const start = new Date(Date.now() - 3600_000)
  const { id } = await testJob(technician(start))
  await database().update(job).set({ reality }).where(eq(job.id, id))
  const hold = await setUpHold(technician(start), id, holdForm({ source: 'camera', ...change }))
  return stepHold(technician(start), hold.id, 'settling')
}
const feed = async (key: string, text: string) => takeFeed(await mustOpenHold(key), text)
const line = (t: number, pressure: number, noise: number) =>
  JSON.stringify({ t, pressure_kPa: pressure / 1000, pressureNoise_kPa: noise / 1000 })

describe('a hold that a phone reads', () => {
  test('takes each reading with its own noise, and is judged by it', async () => {
    const hold = await running({ gaugeStick: 30 })
    expect(hold.setup.gauge).toMatchObject({ stick: 30 })
    const { key } = await makePhoneKey(technician(), hold.id, { id: randomUUID() })
    const readings = Array.from({ length: 60 }, (_, k) => ({
      t: 30 * k,
      pressure: 5000 - 0.1 * k + normalAt(4, 0, k),
      noise: k % 2 ? 1 : 40,
    }))
    await feed(key, readings.map(({ t, pressure, noise }) => line(t, pressure, noise)).join('\n'))
    const kept = await holdReadings(hold.id, -1)
    expect(kept[1]).toEqual({ t: 30, pressure: expect.closeTo(readings[1]!.pressure, 6) as number, noise: 1 })
    expect((await readingRecord(database(), hold.id)).row(2).noise).toBe(40)
    const { estimate } = await liveEstimate(hold.id)
    expect(estimate).toEqual(estimateHold(hold.setup, kept))
    const stopped = await stepHold(technician(), hold.id, 'stopped')
    expect(stopped.estimate).toEqual(estimate)
  })

  test('is read by one phone at a time, with a logger’s rights and no others', async () => {
    const hold = await running()
    const first = await makePhoneKey(technician(), hold.id, { id: randomUUID() })
    await feed(first.key, line(1, 5000, 2))
    const second = await makePhoneKey(technician(), hold.id, { id: randomUUID() })
    expect((await refusal(feed(first.key, line(2, 5000, 2)))).status).toBe(401)
    expect(await feed(second.key, line(2, 5000, 2))).toMatchObject({ taken: 1 })
    expect((await keysOf(hold.id)).filter(key => key.revokedAt === null)).toHaveLength(1)
    expect(JSON.stringify(await loadHold(hold.id))).not.toContain(second.key)
    expect((await refusal(takeReadings(hold.id, [{ t: 5, pressure: 5000 }], { typedBy: technician().id }))).status).toBe(409)
  })

  test('is none of other holds, and of one that has ended', async () => {
    const typed = await running({ source: 'typed' })
    expect((await refusal(makePhoneKey(technician(), typed.id, { id: randomUUID() }))).message).toContain('not read by a phone')
    const hold = await running()
    expect((await refusal(makeKey(technician(), hold.id, { id: randomUUID(), name: 'a' }))).status).toBe(409)
    const { key } = await makePhoneKey(technician(), hold.id, { id: randomUUID() })
    const id = randomUUID()
    await makePhoneKey(technician(), hold.id, { id })
    expect((await refusal(makePhoneKey(technician(), hold.id, { id }))).status).toBe(409)
    await stepHold(technician(), hold.id, 'stopped')
    expect((await refusal(makePhoneKey(technician(), hold.id, { id: randomUUID() }))).message).toContain('has ended')
    expect((await refusal(feed(key, line(2, 5000, 2)))).status).toBe(401)
  })

  test.each([
    ['{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": 0}', 'more than zero'],
    ['{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": -1}', 'more than zero'],
    ['{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": 50}', 'off by 5 kPa'],
    ['{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": "much"}', 'not a number'],
  ])('takes no noise that is none: %s', async (text, words) => {
    const hold = await running()
    const { key } = await makePhoneKey(technician(), hold.id, { id: randomUUID() })
    expect((await refusal(feed(key, text))).message).toContain(words)
  })
})

describe('the stand-in’s dial', () => {
  test('shows what the simulated tank does, and its time may run faster', async () => {
    const hold = await running()
    const first = await needleOf(hold.id)
    expect(first.pressure).toBeGreaterThan(0)
    expect(first.pressure).toBeLessThan(1.1 * hold.setup.testPressure)
    expect((await setHoldSpeed(technician(), hold.id, 600)).clock!.speed).toBe(600)
    const later = await needleOf(hold.id)
    expect(later.t).toBeGreaterThanOrEqual(first.t)
    await stepHold(technician(), hold.id, 'stopped')
    expect((await refusal(needleOf(hold.id))).status).toBe(409)
  })

  test('is none of a real tank, whose time runs as it does', async () => {
    const hold = await running({}, 'real')
    expect((await refusal(needleOf(hold.id))).message).toContain('a real one')
    expect((await refusal(setHoldSpeed(technician(), hold.id, 60))).status).toBe(409)
  })
})

test('how a phone sees a gauge is kept with it, and with nothing that is no gauge', async () => {
  const place = { x: 0.5, y: 0.4 }
  const sight = { kind: 'display', digits: 4, unit: 'kPa', corners: [place, place, place, place] } as InstrumentSight
  const item = (facts: object) => ({
    id: randomUUID(),
    name: 'Shed dial',
    facts: facts as Parameters<typeof saveKitItem>[1]['facts'],
    calibratedAt: null,
    calibrationDue: null,
    retired: false,
  })
  const gauge = item({ kind: 'gauge', resolution: 10, noise: 5 })
  const rig = item({ kind: 'rig', volume: 4e-5 })
  await saveKitItem(technician(), gauge)
  await saveKitItem(technician(), rig)
  expect((await keepSight(technician(), gauge.id, { sight })).find(each => each.id === gauge.id)!.sight).toEqual(sight)
  // A change of its figures leaves it.
  await saveKitItem(technician(), { ...gauge, name: 'Shed dial, mended' })
  expect((await loadKit()).find(each => each.id === gauge.id)).toMatchObject({ name: 'Shed dial, mended', sight })
  expect((await refusal(keepSight(technician(), rig.id, { sight }))).status).toBe(404)
  expect((await refusal(keepSight(technician(), randomUUID(), { sight }))).status).toBe(404)
})
