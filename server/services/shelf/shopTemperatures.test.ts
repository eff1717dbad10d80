import { randomUUID } from 'node:crypto'
import { jobStanding } from '../../../shared/jobEntries'
import type { ShopTemperatureForm } from '../../../shared/schemas/shopTemperature'
import { testsOf } from '../../../shared/leaktest/tests'
import { database } from '../../db/client'
import { shopTemperature } from '../../db/schema'
import { addFind } from '../bench/finds'
import { endTest } from '../bench/endTest'
import { closeJob, jobTrail } from '../job/jobs'
import { loadJob } from '../job/loadJobs'
import { bells } from '../bells/bells'
import { openTestShop, refusal, repairForm, startSoap, testActor, testJob } from '../ground/testShop'
import { shopTemperatures, strikeShopTemperature, takeShopTemperature, takeTemperatureFile } from './shopTemperatures'
import { append } from '../record/append'
import type { RepairForm } from '../../../shared/record/kinds/repair'

const HOUR = 3_600_000
const START = Date.now() - 90 * HOUR
let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
}, 60_000)
// The thermometer is the shop's, whatever the job.
beforeEach(() => database().delete(shopTemperature))
afterAll(() => shop.close())

const moment = (hours: number) => START + hours * HOUR
const at = (hours: number) => technician(new Date(moment(hours)))
const read = (hours: number, change: Partial<ShopTemperatureForm>) =>
  takeShopTemperature(at(hours), { id: randomUUID(), temperature: null, lowest: null, sure: false, ...change })
const celsius = (degrees: number) => degrees + 273.15

/** A drain plug set at 0 h in a sealant that takes 4 h at 25 °C, in a shop of so many °C. */
async function repaired(degrees: number, change: Partial<RepairForm> = {}) {
  const job = await testJob(at(-2))
  const walk = testsOf(await startSoap(at(-1), job.id), 'soap')[0]!
  const partId = job.parts.find(part => part.name === 'Drain plug')!.id
  const place = { x1: 1, y1: 1, x2: 2, y2: 2, length: 0.01 }
  await addFind(at(-1), walk.id, { id: randomUUID(), partId, seen: 'bubbles', ...place, note: '', leakId: null })
  const { leaks } = await endTest(at(-0.9), walk.id)
  return append(
    'repair',
    at(0),
    job.id,
    repairForm([leaks[0]!.id], { method: 'faying', material: 'polysulfide-fast', temperature: celsius(degrees), ...change }),
  )
}
const curedAfter = async (jobId: string) => {
  const { curedAt } = (await loadJob(jobId)).repairs[0]!
  return curedAt === null ? null : (curedAt - START) / HOUR
}
const cureBell = async (jobId: string) => (await bells()).find(each => each.kind === 'cure' && each.jobId === jobId)
test('a colder shop moves the cure, its bell, what the ledger says and the trail', async () => {
  const job = await repaired(25)
  expect(await curedAfter(job.id)).toBeCloseTo(4, 6)
  await read(1, { temperature: celsius(15) })
  expect(await curedAfter(job.id)).toBeCloseTo(8, 6)
  const bell = (await cureBell(job.id))!
  expect(bell.dueAt).toBeCloseTo(moment(8), -1)
  const now = await loadJob(job.id)
  expect(jobStanding(now, moment(6)).ledger.leaks[0]!.state).toBe('repaired, curing')
  expect(jobStanding(now, moment(8.1)).ledger.leaks[0]!.state).toBe('ready to retest')
  const line = (await jobTrail(job.id)).find(each => each.verb === 'moved a cure')!
  expect(line.detail).toEqual({
    leak: '1',
    from: new Date(moment(4)).toISOString(),
    to: new Date(moment(8)).toISOString(),
  })
})

test('the lowest of the night speaks of the time since the thermometer was typed last, and takes back what was thought cured', async () => {
  const job = await repaired(15)
  await read(1, { temperature: celsius(15) })
  expect(await curedAfter(job.id)).toBeCloseTo(8, 6)
  await read(13, { temperature: celsius(15), lowest: celsius(4) })
  // One hour of eight before the night, none in it, seven after.
  expect(await curedAfter(job.id)).toBeCloseTo(20, 6)
  expect((await shopTemperatures())[0]).toMatchObject({ since: moment(1), lowest: celsius(4) })
  expect((await loadJob(job.id)).repairs[0]!.cure.map(({ t, temperature }) => [t / HOUR, temperature])).toEqual(
    [
      [0, celsius(15)],
      [1, celsius(4)],
      [13, celsius(15)],
    ].map(([t, k]) => [t! / 1000, k]),
  )
})

test('below the floor it stands still: the sentence, the bell and the next step say so until it is warm again', async () => {
  const job = await repaired(15)
  await read(2, { temperature: celsius(3) })
  const cold = await loadJob(job.id)
  expect(cold.repairs[0]!.curedAt).toBeNull()
  const { ledger, next } = jobStanding(cold, moment(80))
  expect(ledger.leaks[0]!.state).toBe('repaired, curing')
  expect(next).toMatchObject({ action: 'wait', at: null, sentence: expect.stringContaining('too cold') })
  const bell = (await cureBell(job.id))!
  expect(bell).toMatchObject({ title: expect.stringContaining('does not cure'), dueAt: moment(14) })
  await read(5, { temperature: celsius(15), sure: true })
  expect(await curedAfter(job.id)).toBeCloseTo(5 + 8, 6)
  expect((await cureBell(job.id))!.title).toContain('cured')
})

test('a logger’s file counts by the hour, once, and neither of a time to come nor of long ago', async () => {
  const job = await repaired(25)
  const line = (hours: number, degrees: number) => `${new Date(moment(hours)).toISOString()},${degrees}`
  const file = ['time,temperature_C', line(0.5, 25), line(1.5, 15), line(2.5, 15)].join('\n')
  await takeTemperatureFile(at(3), file)
  // Half an hour warm; then cold.
  expect(await curedAfter(job.id)).toBeCloseTo(0.5 + 7, 6)
  const once = await shopTemperatures()
  await takeTemperatureFile(at(3), file)
  expect(await shopTemperatures()).toHaveLength(once.length)
  const early = await refusal(takeTemperatureFile(at(2), file))
  expect(early.fields.file).toContain('a time to come')
  const late = await refusal(takeTemperatureFile(at(3), ['time,temperature_C', line(-24 * 130, 20)].join('\n')))
  expect(late.fields.file).toContain('120 days')
  expect((await refusal(takeTemperatureFile(at(3), 'time_s,temperature_C\n0,20'))).fields.file).toContain('dates')
})

test('much warmer than within the day before is looked at again', async () => {
  const job = await repaired(15)
  await read(1, { temperature: celsius(10) })
  const before = await curedAfter(job.id)
  expect((await refusal(read(2, { temperature: celsius(31) }))).fields.temperature).toContain('21 degrees warmer')
  expect(await curedAfter(job.id)).toBe(before)
  await read(2, { temperature: celsius(31), sure: true })
  expect(await curedAfter(job.id)).toBeLessThan(before!)
  // After more than a day it is no surprise.
  await read(40, { temperature: celsius(5) })
  await read(70, { temperature: celsius(25) })
})

test('a reading that is struck out no longer counts, stays to be read, and once', async () => {
  const job = await repaired(25)
  const [cold] = await read(1, { temperature: celsius(5) })
  expect(await curedAfter(job.id)).toBeGreaterThan(10)
  await strikeShopTemperature(at(2), cold!.id, 'it was the fridge')
  expect(await curedAfter(job.id)).toBeCloseTo(4, 6)
  expect((await shopTemperatures())[0]).toMatchObject({ id: cold!.id, struck: 'it was the fridge' })
  expect((await refusal(strikeShopTemperature(at(2), cold!.id, 'again'))).status).toBe(409)
  expect((await refusal(strikeShopTemperature(at(2), randomUUID(), 'nothing'))).status).toBe(404)
})

test('a cure that turns out to be over rings at once, on a closed job too; the same reading twice is one', async () => {
  const job = await repaired(5)
  await closeJob(at(0.5), job.id, { reason: 'the owner fetched it' })
  expect((await cureBell(job.id))!.dueAt).toBeCloseTo(moment(16), -1)
  const line = (hours: number) => `${new Date(moment(hours)).toISOString()},45`
  await takeTemperatureFile(at(9), ['time,temperature_C', line(1.1), line(2.1), line(8.9)].join('\n'))
  expect(await curedAfter(job.id)).toBeLessThan(3)
  expect((await cureBell(job.id))!.dueAt).toBe(moment(9))
  expect((await jobTrail(job.id)).filter(each => each.verb === 'moved a cure')).toHaveLength(1)
  const id = randomUUID()
  await read(10, { id, temperature: celsius(45) })
  await read(11, { id, temperature: celsius(5) })
  expect((await shopTemperatures()).filter(each => each.source === 'typed')).toHaveLength(1)
})

test('sent eight times at once it is one; two people in the same moment are two', async () => {
  const id = randomUUID()
  await Promise.all(Array.from({ length: 8 }, () => read(1, { id, temperature: celsius(15) })))
  expect(await shopTemperatures()).toHaveLength(1)
  await read(1, { temperature: celsius(16) })
  expect(await shopTemperatures()).toHaveLength(2)
})

test('a logger that lay somewhere warmer is not the shop’s', async () => {
  const job = await repaired(5)
  const [typed] = await read(4, { temperature: celsius(6) })
  const before = await curedAfter(job.id)
  const line = (hours: number, degrees: number) => `${new Date(moment(hours)).toISOString()},${degrees}`
  const file = ['time,temperature_C', line(1.1, 40), line(3.9, 40), line(4.1, 40)].join('\n')
  expect((await refusal(takeTemperatureFile(at(5), file))).fields.file).toContain('34 degrees warmer')
  expect(await curedAfter(job.id)).toBe(before)
  await strikeShopTemperature(at(5), typed!.id, 'it was the yard')
  await takeTemperatureFile(at(5), file)
  expect(await curedAfter(job.id)).toBeLessThan(before!)
})

test('a cold reading undoes nothing that had cured in the week before it', async () => {
  const job = await repaired(25)
  await read(80, { temperature: celsius(2) })
  expect(await curedAfter(job.id)).toBeCloseTo(4, 6)
  expect((await jobTrail(job.id)).some(line => line.verb === 'moved a cure')).toBe(false)
})
