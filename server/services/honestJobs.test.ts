import { randomUUID } from 'node:crypto'
import { tankKind, tankKinds } from '../../core/circuit/tankKinds'
import type { Reading } from '../../core/hold/holdSetup'
import { asksInspector } from '../../core/ledger/proof/handBack'
import type { SettlingTest } from '../../core/ledger/settlingPlan'
import { normalAt } from '../../core/standin/seededRandom'
import { liveParts, targetPressure } from '../../shared/jobCircuit'
import { jobStanding } from '../../shared/jobEntries'
import { restsOn } from '../../shared/restsOn'
import type { JobView } from '../../shared/views'
import { stepHold } from './bench/hold/runHold'
import { addFind } from './bench/finds'
import { endTest } from './bench/endTest'
import { loadJob } from './job/loadJobs'
import type { Actor } from './ground/change'
import { fed, holdForm, markPart, openTestShop, repairForm, setUpHold, startSoap, testActor, testJob } from './ground/testShop'
import { append } from './record/append'

/**
 * Honest jobs on every kind of tank: somebody who does what is proposed, and whose tank is tight or was mended, gets to “sealed” and is
 * not sent in a circle.
 */
let shop: Awaited<ReturnType<typeof openTestShop>>
let technician: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop(undefined, 'real')
  technician = await testActor()
}, 60_000)
afterAll(() => shop.close())

const HOUR = 3_600_000
const START = Date.now() - 400 * HOUR
const at = (hours: number) => technician(new Date(START + hours * HOUR))
/** Hours that a careful hold takes on whatever tank. */
const HELD = 6
const MOST_TESTS = 6

const standingOf = async (id: string, hour: number) => {
  const job = await loadJob(id)
  return { job, ...jobStanding(job, START + hour * HOUR) }
}

/** A tight tank, at its pressure or its vacuum, on a steady night. */
const tight = (pressure: number): Reading[] =>
  Array.from({ length: 241 }, (_, k) => ({
    t: (HELD * 3600 * k) / 240,
    pressure: Math.round(pressure + 0.6 * normalAt(7, 2, k)),
    temperature: 293.15 + 0.002 * normalAt(7, 3, k),
    barometer: 101_000 + normalAt(7, 4, k),
  }))

/** Does one proposed test as it is proposed. @returns when it has ended, h */
async function doTest(job: JobView, { kind, way, partIds }: SettlingTest, hour: number): Promise<number> {
  const { closures, links, vacuum, pressure } = way!
  if (kind === 'soap') {
    const walk = (await startSoap(at(hour), job.id, { pressure, closures, links })).tests.at(-1)!
    for (const [k, partId] of partIds.entries()) await markPart(at(hour + k / 60), walk.id, partId, 'dry')
    await endTest(at(hour + 1), walk.id)
    return hour + 2
  }
  const form = holdForm({
    volume: job.capacity,
    volumeUncertainty: 0.02 * job.capacity,
    testPressure: vacuum ? -pressure : pressure,
    method: vacuum ? 'vacuum-decay' : 'pressure-decay',
    closures,
    links,
    hasThermometer: true,
    hasBarometer: true,
    ...(vacuum && { relief: { kind: 'regulator', opensAt: pressure } }),
  })
  const hold = await setUpHold(at(hour), job.id, form as never)
  await stepHold(at(hour), hold.id, 'settling')
  await fed(hold.id, tight(form.testPressure))
  await stepHold(at(hour + HELD), hold.id, 'stopped')
  return hour + HELD + 1
}

/** Does what is proposed until it is sealed. @returns how many tests that took; those that were proposed last where it never was */
async function proved(id: string, from: number): Promise<{ tests: number } | { stuck: string }> {
  let hour = from
  for (let tests = 0; tests <= MOST_TESTS; tests++) {
    const { job, ledger, next } = await standingOf(id, hour)
    if (ledger.state === 'sealed') return { tests }
    const [first] = ledger.settle?.tests ?? []
    if (!first) return { stuck: next.sentence }
    hour = await doTest(job, first, hour)
  }
  return { stuck: (await standingOf(id, hour)).next.sentence }
}

describe.each(tankKinds.map(kind => [kind.key] as const))('%s', key => {
  const open = (name: string) => {
    const { material } = tankKind(key)
    return testJob(at(0), { tankKind: key, material, craftName: `${key} ${name}` })
  }
  test('that is tight is sealed by what is proposed', async () => {
    const job = await open('tight')
    expect(await proved(job.id, 1)).toEqual({ tests: expect.any(Number) })
  })
  test('whose leak was found by soap and mended is sealed by what is proposed, and nothing of it is a surprise to an inspector', async () => {
    const job = await open('mended')
    const part = liveParts(job).find(each => each.family === 'sender' || each.family === 'cap' || each.family === 'drain')!
    const walk = (await startSoap(at(1), job.id, { pressure: targetPressure(job) })).tests.at(-1)!
    await addFind(at(1), walk.id, {
      id: randomUUID(),
      partId: part.id,
      seen: 'bubbles',
      x1: 1,
      y1: 1,
      x2: 2,
      y2: 2,
      length: 0.01,
      note: '',
      leakId: null,
    })
    const after = await endTest(at(1.1), walk.id)
    if (asksInspector(job.craft.kind))
      for (const [hour, step, reference] of [
        [1.2, 'asked', ''],
        [1.3, 'granted', 'repair manual 28-10'],
      ] as const)
        await append('approval', at(hour), job.id, { id: randomUUID(), method: 'renew-part', step, reference, note: '' })
    await append('repair', at(2), job.id, repairForm([after.leaks[0]!.id], { method: 'renew-part', temperature: 298.15 }))
    expect(await proved(job.id, 3)).toEqual({ tests: expect.any(Number) })
    const { job: now, entries, ledger } = await standingOf(job.id, 200)
    const kinds = restsOn(now, entries, ledger).onTrust.map(line => line.kind)
    expect(kinds.filter(kind => !['volume typed', 'smallest mark typed', 'one test alone'].includes(kind))).toEqual([])
  })
})
