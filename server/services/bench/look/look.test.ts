import { randomUUID } from 'node:crypto'
import { jobStanding } from '../../../../shared/jobEntries'
import { liveParts } from '../../../../shared/jobCircuit'
import type { LookForm } from '../../../../shared/leaktest/look/lookForm'
import { testsOf } from '../../../../shared/leaktest/tests'
import type { Actor } from '../../ground/change'
import { openTestShop, refusal, testActor, testJob } from '../../ground/testShop'
import { loadJob } from '../../job/loadJobs'
import { beginTest } from '../beginTest'
import { endTest } from '../endTest'
import { addFind } from '../finds'
import { recordEntry } from '../recordEntry'

let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
}, 60_000)
afterAll(() => shop.close())

const START = Date.now() - 30 * 86_400_000
const at = (minutes: number) => technician(new Date(START + minutes * 60_000))
const form = (change: Partial<LookForm> = {}): LookForm => ({
  id: randomUUID(),
  method: 'fuel in',
  pressure: 0,
  wettedShare: 0.25,
  tilt: null,
  distance: null,
  way: 'blotting paper',
  links: {},
  closures: {},
  relief: null,
  earlyReason: '',
  ...change,
})
const begun = async (change: Partial<LookForm> = {}, job?: Parameters<typeof testJob>[1]) => {
  const { id } = await testJob(at(0), job)
  const view = await beginTest(at(1), id, 'look', form(change))
  return { jobId: id, look: testsOf(view, 'look').at(-1)!, parts: liveParts(view) }
}
const mark = (minutes: number, testId: string, partId: string, value: 'dry' | 'not reached' = 'dry') =>
  recordEntry(at(minutes), testId, 'mark', { id: randomUUID(), partId, mark: value })

test('dry counts after the watch that this fuel asks for in the way it is looked at', async () => {
  const { look, parts } = await begun()
  expect((await refusal(mark(10, look.id, parts[0]!.id))).fields.mark).toContain('Dry counts after 20 min')
  const view = await mark(22, look.id, parts[0]!.id)
  expect(testsOf(view, 'look').at(-1)!.marks).toMatchObject([{ partId: parts[0]!.id, mark: 'dry', watched: 1260 }])
  // Petrol dries off a wiped place as fast as it comes.
  const wiped = await begun({ way: 'dry wipe' })
  expect((await refusal(mark(9000, wiped.look.id, wiped.parts[0]!.id))).fields.mark).toContain('dry says nothing')
})

test('dry on every part, watched for days, seals nothing; what shows is a leak like any other', async () => {
  const { look, parts, jobId } = await begun({ method: 'soak', wettedShare: 1 })
  for (const part of parts) await mark(5000, look.id, part.id)
  await endTest(at(5001), look.id)
  expect(jobStanding(await loadJob(jobId), Date.now()).ledger).toMatchObject({
    state: 'cannot-tell',
    missing: parts.map(part => part.id),
  })

  const wet = await begun({ method: 'dye', way: null })
  const found = await addFind(at(10), wet.look.id, {
    id: randomUUID(),
    partId: wet.parts[2]!.id,
    seen: 'glows',
    x1: 1,
    y1: 1,
    x2: 2,
    y2: 2,
    length: null,
    note: '',
    leakId: null,
  })
  const { ledger, next } = jobStanding(found, Date.now())
  expect(ledger.state).toBe('leaking')
  expect(ledger.leaks).toMatchObject([{ state: 'found' }])
  await endTest(at(11), wet.look.id)
  expect(jobStanding(await loadJob(wet.jobId), Date.now()).next.action).toBe('repair')
  expect(next.action).toBe('watch')
  expect((await refusal(mark(12, wet.look.id, wet.parts[0]!.id))).status).toBe(409)
})

test('what a way needs is asked: fuel or none, pressure or none, a small tank, a way to see it', async () => {
  const { id } = await testJob(at(0))
  const why = (change: Partial<LookForm>) =>
    refusal(beginTest(at(1), id, 'look', form(change))).then(each => Object.keys(each.fields))
  expect(await why({ wettedShare: 0 })).toEqual(['wettedShare'])
  expect(await why({ way: null })).toEqual(['way'])
  expect(await why({ pressure: 3000 })).toEqual(['pressure'])
  expect(await why({ method: 'immersion', way: null, wettedShare: 0.5, pressure: 3000 })).toEqual(['wettedShare'])
  expect(await why({ method: 'listening', way: null, wettedShare: 0, pressure: 0 })).toEqual(['pressure'])
  // Air goes into a real tank: something keeps it below the limit.
  expect(await why({ method: 'listening', way: null, wettedShare: 0, pressure: 3000 })).toEqual(['relief'])
  expect(await why({ method: 'listening', way: null, wettedShare: 0, pressure: 99_000 })).toEqual(['pressure'])
  const { id: large } = await testJob(at(0), { tankKind: 'saddle-steel' })
  const sunk = beginTest(at(1), large, 'look', form({ method: 'immersion', way: null, wettedShare: 0, pressure: 3000 }))
  expect((await refusal(sunk)).fields.method).toContain('for tanks up to 60 L')
})

test('drops and bubbles become rates with their doubt, and only where they are counted', async () => {
  const count = (testId: string, partId: string, change: object) =>
    recordEntry(at(20), testId, 'count', {
      id: randomUUID(),
      partId,
      count: 6,
      seconds: 60,
      width: null,
      depth: null,
      ...change,
    })
  const drops = await begun({ method: 'drop count', way: null })
  const view = await count(drops.look.id, drops.parts[0]!.id, {})
  const [dripped] = testsOf(view, 'look').at(-1)!.counts
  // 6/min x 0.025 mL x 1440 min
  expect(dripped!.likely * 1e6 * 86_400).toBeCloseTo(216, 6)
  expect(dripped!.low).toBeLessThan(dripped!.likely)
  const sunk = await begun({
    method: 'immersion',
    way: null,
    wettedShare: 0,
    pressure: 3000,
    relief: { kind: 'water column', opensAt: 3000 },
  })
  expect((await refusal(count(sunk.look.id, sunk.parts[0]!.id, {}))).fields).toHaveProperty('width')
  const bubbled = testsOf(await count(sunk.look.id, sunk.parts[0]!.id, { width: 0.003, depth: 0 }), 'look').at(-1)!.counts
  expect(bubbled).toMatchObject([{ of: 'bubbles' }])
  const plain = await begun()
  expect((await refusal(count(plain.look.id, plain.parts[0]!.id, {}))).fields).toHaveProperty('count')
})
