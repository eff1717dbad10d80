import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { liveParts } from '../../../shared/jobCircuit'
import { randomUUID } from 'node:crypto'
import { balloonGirth } from '../../../core/leaktest/balloon/balloon'
import { estimateHold } from '../../../core/hold/estimateHold'
import { standardFromThroughput, throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { normalAt } from '../../../core/standin/seededRandom'
import { jobStanding } from '../../../shared/jobEntries'
import { balloonSchema, girthSchema } from '../../../shared/leaktest/balloon/balloonForm'
import type { KitItemForm } from '../../../shared/schemas/kit'
import { sealedFor } from '../../../shared/leaktest/limitsReached'
import { testsOf } from '../../../shared/leaktest/tests'
import { beginTest } from './beginTest'
import { endTest } from './endTest'
import { recordEntry } from './recordEntry'
import { bells } from '../bells/bells'
import { mustOpenHold, takeFeed } from './hold/deviceFeed'
import { makeKey, revokeKey } from './hold/deviceKeys'
import { countReadings, holdCurve, holdReadings, readingRecord } from './hold/keptReadings'
import { hangDecisionBell, loadHold, stepHold } from './hold/runHold'
import { checkRig, loadKit, saveKitItem } from '../shelf/kit'
import { liveEstimate } from './hold/liveHolds'
import { takeFile } from './hold/takeReadings'
import { type Refusal } from '../ground/refusal'
import { database } from '../../db/client'
import { fed, holdForm, openTestShop, refusal, setUpHold, testActor, testJob } from '../ground/testShop'
import { takeOff } from '../people/people'
import { loadJob } from '../job/loadJobs'
import { append } from '../record/append'

/** When a file without dates was measured. */
const anHourAgo = Date.now() - 3_600_000
let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
let owner: typeof technician
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
  owner = await testActor('owner')
})
afterAll(() => shop.close())

/** A batch of a logger, as its route takes it. */
const feed = async (key: string, text: string) => takeFeed(await mustOpenHold(key), text)
const checkVolume = async (actor: ReturnType<typeof technician>, id: string, form: { id: string }) => {
  await recordEntry(actor, id, 'volume', form)
  return loadHold(id)
}
const running = async (change = {}) => {
  const start = new Date(Date.now() - 3600_000)
  const job = await testJob(technician(start))
  const hold = await setUpHold(technician(start), job.id, holdForm(change))
  return stepHold(technician(start), hold.id, 'settling')
}
const falling = (count: number, every: number, slope = 0.01) =>
  Array.from({ length: count }, (_, k) => ({ t: k * every, pressure: 5000 - slope * k * every + normalAt(1, 0, k) }))

describe('a tank whose parts with fuel on them have a stricter limit', () => {
  test('is sealed by no word, bell or ledger while a hold is below the system’s limit alone', async () => {
    const start = new Date(Date.now() - 3600_000)
    const job = await testJob(technician(start), {
      acceptance: throughputFromStandard(5),
      fuelAcceptance: throughputFromStandard(0.001),
    })
    const hold = await setUpHold(technician(start), job.id, holdForm({}))
    await stepHold(technician(start), hold.id, 'settling')
    await fed(hold.id, falling(300, 10, 0))
    const { estimate } = await liveEstimate(hold.id)
    expect(standardFromThroughput(estimate!.below95)).toBeLessThan(5)
    expect(standardFromThroughput(estimate!.below95)).toBeGreaterThan(0.001)
    expect(estimate!.verdict).toBe('cannot-tell')
    await hangDecisionBell(hold.id)
    const bell = (await bells()).find(each => each.subjectId === hold.id)
    expect(bell?.detail).not.toContain('decided')
    const stopped = await stepHold(technician(), hold.id, 'stopped')
    expect(stopped.estimate!.verdict).toBe('cannot-tell')
    const view = await loadJob(job.id)
    const parts = sealedFor(view, stopped, stopped.estimate!)
    const { ledger } = jobStanding(view, Date.now())
    expect(ledger.parts.filter(row => row.standing === 'stands')).toHaveLength(parts.sealed)
    expect(parts.left).toMatchObject({ underFuel: true })
    expect(ledger.state).toBe('cannot-tell')
  })
})

describe('a hold that is read live', () => {
  test('has the estimate that the core gives of all its readings and marks, also from a cache that was lost', async () => {
    const hold = await running()
    const readings = falling(120, 10)
    await fed(hold.id, readings.slice(0, 60))
    await liveEstimate(hold.id)
    await fed(hold.id, readings.slice(60))
    const { estimate, ahead } = await liveEstimate(hold.id)
    expect(estimate).toEqual(estimateHold(hold.setup, readings))
    expect(ahead!.atLimit.length).toBeGreaterThan(5)
    const stopped = await stepHold(technician(), hold.id, 'stopped')
    expect(stopped.estimate).toEqual(estimate)
    expect((await liveEstimate(hold.id)).estimate).toEqual(estimate)
  })
  test('stopped while a logger streams in, its verdict has every reading that is kept', async () => {
    for (let wait = 0; wait < 40; wait += 4) {
      const hold = await running({ source: 'device' })
      const readings = falling(300, 5)
      await fed(hold.id, readings.slice(0, 280))
      const late = new Promise(done => {
        setTimeout(done, wait)
      }).then(() => fed(hold.id, readings.slice(280)))
      await Promise.all([stepHold(technician(), hold.id, 'stopped'), late])
      expect((await loadHold(hold.id)).estimate).toEqual(estimateHold(hold.setup, await holdReadings(hold.id, -1)))
    }
  })
  test('says why it has none yet', async () => {
    const hold = await running()
    await fed(hold.id, falling(2, 10))
    expect(await liveEstimate(hold.id)).toMatchObject({
      estimate: null,
      ahead: null,
      reason: expect.stringContaining('three readings') as string,
    })
  })
  test('comes back from the database as it went in, absent values and events too', async () => {
    const hold = await running()
    const given = [
      { t: 0, pressure: 5000.25, temperature: 290.5 },
      { t: 0.125, pressure: -3.5e-7, barometer: 101_000, event: 'knock' },
      { t: 7, pressure: 4990 },
    ]
    await fed(hold.id, given)
    const record = await readingRecord(database(), hold.id)
    expect(Array.from({ length: record.size }, (_, i) => record.row(i))).toEqual(given)
    expect(await holdReadings(hold.id, -1)).toEqual(given)
  })
  test('a long one is thinned for the eye without losing a spike', async () => {
    const hold = await running({ source: 'device' })
    const long = falling(30_000, 0.1).map(reading => (reading.t === 1234.5 ? { ...reading, pressure: 9000 } : reading))
    expect(await fed(hold.id, long)).toBe(30_000)
    expect(await fed(hold.id, long.slice(500, 700))).toBe(0)
    expect(await countReadings(hold.id)).toBe(30_000)
    expect((await loadHold(hold.id)).isLong).toBe(true)
    const curve = await holdCurve(hold.id)
    expect(curve.length).toBeLessThan(3200)
    const spike = curve.find(point => point.pressure === 9000)!
    expect(Math.abs(spike.t - 1234.5)).toBeLessThan(2)
    expect(curve.every((point, k) => k === 0 || point.t >= curve[k - 1]!.t)).toBe(true)
  })
})

describe('a volume check', () => {
  const check = (change = {}) => ({
    id: randomUUID(),
    pushed: 50e-6,
    pushedUncertainty: 0.5e-6,
    before: 4000,
    after: 4000 + (101_325 * 50e-6) / 0.02,
    use: true,
    ...change,
  })
  test('is kept, used by the hold it is for, and moves its estimate', async () => {
    const hold = await running()
    await fed(hold.id, falling(240, 10, 0.2))
    const before = (await liveEstimate(hold.id)).estimate!
    const seen = await checkVolume(technician(), hold.id, check({ use: false }))
    expect(seen.setup.space.volume).toBe(0.018)
    expect(seen.volumeChecks[0]!.effective * 1000).toBeCloseTo(20, 2)
    const form = check()
    const used = await checkVolume(technician(), hold.id, form)
    await checkVolume(technician(), hold.id, form)
    expect(used.setup.space.volume * 1000).toBeGreaterThan(17.9)
    expect((await loadHold(hold.id)).volumeChecks.map(each => each.used)).toEqual([false, true])
    const after = (await liveEstimate(hold.id)).estimate!
    expect(after.leakRate / before.leakRate).toBeCloseTo(20 / 18, 1)
  })
  test('one that tells nothing is refused beside its field, and so is one after the stop', async () => {
    const hold = await running()
    expect((await refusal(checkVolume(technician(), hold.id, check({ after: 4001 })))).fields.after).toContain('did not rise')
    await fed(hold.id, falling(10, 10))
    await stepHold(technician(), hold.id, 'stopped')
    expect((await refusal(checkVolume(technician(), hold.id, check()))).status).toBe(409)
  })
  test('a push is a mark with its amount', async () => {
    const hold = await running()
    await recordEntry(technician(), hold.id, 'mark', { id: randomUUID(), kind: 'push', amount: 1e-4 })
    expect((await loadHold(hold.id)).marks).toMatchObject([{ kind: 'push', amount: 1e-4 }])
  })
})

describe('a bracketed hold', () => {
  const start = new Date(Date.now() - 7200_000)
  const at = (minutes: number) => technician(new Date(+start + minutes * 60_000))
  const mark = (minutes: number, id: string, kind: string) => recordEntry(at(minutes), id, 'mark', { id: randomUUID(), kind })
  test('begins closed, goes through its stretches in order, and its estimate knows them', async () => {
    const job = await testJob(at(0))
    const hold = await setUpHold(at(0), job.id, holdForm({ course: 'bracketed', hasThermometer: true, hasBarometer: true }))
    await stepHold(at(0), hold.id, 'settling')
    expect((await loadHold(hold.id)).marks).toMatchObject([{ kind: 'closed at room pressure', t: 0 }])
    expect((await refusal(mark(2, hold.id, 'top-up'))).message).toMatch(/no pressure/)
    await mark(8, hold.id, 'moving gas')
    await mark(9, hold.id, 'pumped')
    expect((await refusal(mark(10, hold.id, 'pumped'))).message).toMatch(/already/)
    await mark(30, hold.id, 'vented and closed')
    expect((await refusal(mark(31, hold.id, 'top-up'))).status).toBe(409)
    // While it was pumped up the gauge ran from nothing to five kilopascals.
    const pressureAt = (t: number) => (t < 480 || t >= 1800 ? 0 : t < 540 ? ((t - 480) / 60) * 5000 : 5000 - 0.2 * (t - 540))
    await fed(
      hold.id,
      Array.from({ length: 241 }, (_, k) => ({
        t: 10 * k,
        pressure: pressureAt(10 * k) + normalAt(2, 0, k),
        temperature: 291.15,
        barometer: 101_000,
      })),
    )
    const { estimate } = await stepHold(at(40), hold.id, 'stopped')
    // 0.2 Pa a second out of 18 L; blank stretches do not move, and the ramp is no reading.
    expect(estimate!.leakRate / 0.0036).toBeGreaterThan(0.9)
    expect(estimate!.leakRate / 0.0036).toBeLessThan(1.15)
    expect(estimate!.ignored).toEqual([])
    expect(estimate!.verdict).toBe('leaking')
  })
  test('a plain hold begins under pressure and may be vented and watched all the same', async () => {
    const hold = await running()
    expect((await refusal(recordEntry(technician(), hold.id, 'mark', { id: randomUUID(), kind: 'pumped' }))).status).toBe(409)
    await recordEntry(technician(), hold.id, 'mark', { id: randomUUID(), kind: 'vented and closed' })
    expect((await loadHold(hold.id)).marks).toMatchObject([{ kind: 'vented and closed' }])
  })
})

describe('a closed bottle', () => {
  test('is kept with the hold, and its difference with the readings', async () => {
    const bottle = { volume: 0.001, lies: 'on the skin' as const, step: 1, noise: 1, leakDoubt: 1e-7 }
    const hold = await running({ bottle })
    expect(hold.setup.bottle).toMatchObject({ volume: 0.001, gauge: { resolution: 1, noise: 1 } })
    const readings = falling(90, 20).map((reading, k) => ({ ...reading, difference: normalAt(3, 0, k) }))
    await fed(hold.id, readings)
    expect((await holdReadings(hold.id, -1))[5]!.difference).toBe(readings[5]!.difference)
    expect((await readingRecord(database(), hold.id)).row(5)).toEqual(readings[5])
    // By the gauge it falls, against the bottle it does not.
    const { estimate } = await liveEstimate(hold.id)
    expect(estimate).toEqual(estimateHold(hold.setup, readings))
    expect(estimate!.leakRate).toBeLessThan(0.3 * 0.01 * 0.018)
  })
})

describe('the kit', () => {
  const item = (facts: KitItemForm['facts'], change: Partial<KitItemForm> = {}): KitItemForm => ({
    id: randomUUID(),
    name: 'Rig A',
    facts,
    calibratedAt: null,
    calibrationDue: null,
    retired: false,
    ...change,
  })
  const facts = (of: object) => of as KitItemForm['facts']
  test('a rig is checked dead-ended, and its leak is the latest check’s', async () => {
    const rig = item(facts({ kind: 'rig', volume: 40e-6 }))
    const gauge = item(facts({ kind: 'gauge', resolution: 10, noise: 5 }), { name: 'Digital' })
    await saveKitItem(technician(), rig)
    await saveKitItem(technician(), gauge)
    const readings = (slope: number) =>
      Array.from({ length: 31 }, (_, k) => ({ t: k * 10, pressure: Math.round((5000 - slope * k * 10) / 10) * 10 }))
    const check = { id: randomUUID(), pressure: 5000, gaugeId: gauge.id, readings: readings(3), simulated: false }
    await checkRig(technician(), rig.id, check)
    await checkRig(technician(), rig.id, check)
    const kept = (await loadKit()).find(each => each.id === rig.id)!.rigLeak!
    // 3 Pa/s from 40 mL: 1.2e-4 Pa·m3/s at the mean pressure, a little more at 5 kPa.
    expect(standardFromThroughput(kept.leak)).toBeCloseTo(0.071, 1)
    expect(kept.checkedAt).toBe(5000)
    await checkRig(technician(new Date(Date.now() + 1000)), rig.id, { ...check, id: randomUUID(), readings: readings(0) })
    expect((await loadKit()).find(each => each.id === rig.id)!.rigLeak!.leak).toBeLessThan(kept.leak / 3)
    expect((await refusal(checkRig(technician(), gauge.id, { ...check, id: randomUUID() }))).status).toBe(404)
    expect(
      (await refusal(checkRig(technician(), rig.id, { ...check, id: randomUUID(), gaugeId: rig.id }))).fields.gaugeId,
    ).toBeTruthy()
    expect(
      (
        await refusal(
          checkRig(technician(), rig.id, {
            ...check,
            id: randomUUID(),
            readings: [1, 2, 3].map(() => ({ t: 0, pressure: 1 })),
          }),
        )
      ).fields.readings,
    ).toContain('three readings')
  })
  test('keeps its kind, and a hold takes only what is on the Shelf', async () => {
    const gauge = item(facts({ kind: 'gauge', resolution: 10, noise: 5 }))
    await saveKitItem(technician(), gauge)
    expect(
      (await refusal(saveKitItem(technician(), { ...gauge, facts: facts({ kind: 'rig', volume: 1e-5 }) }))).fields[
        'facts.kind'
      ],
    ).toContain('keeps its kind')
    const job = await testJob(technician())
    expect((await refusal(setUpHold(technician(), job.id, holdForm({ kit: { rig: gauge.id } })))).fields['kit.rig']).toContain(
      'not on the Shelf',
    )
    await saveKitItem(technician(), { ...gauge, retired: true })
    expect(
      (await refusal(setUpHold(technician(), job.id, holdForm({ kit: { gauge: gauge.id } })))).fields['kit.gauge'],
    ).toContain('not on the Shelf')
  })
})

describe('a logger', () => {
  const lines = (count: number, from = 0) =>
    Array.from({ length: count }, (_, k) => JSON.stringify({ t: from + k / 10, pressure_kPa: 5 - k / 1e5 })).join('\n')
  test('sends into the one hold that its key opens, until the key is revoked', async () => {
    const hold = await running({ source: 'device' })
    const { key, keys } = await makeKey(owner(), hold.id, { id: randomUUID(), name: 'Shed logger' })
    expect(await feed(key, lines(500))).toMatchObject({ taken: 500, known: 0, refused: 0 })
    expect(await feed(key, lines(510))).toMatchObject({ taken: 10, known: 500 })
    expect(await countReadings(hold.id)).toBe(510)
    expect(JSON.stringify(await loadHold(hold.id))).not.toContain(key)
    await revokeKey(owner(), keys[0]!.id)
    expect((await refusal(feed(key, lines(1)))).status).toBe(401)
    expect((await refusal(feed('guess', lines(1)))).status).toBe(401)
  })
  test('and until whoever made the key is taken off', async () => {
    const maker = await testActor('owner')
    const hold = await running({ source: 'device' })
    const { key } = await makeKey(maker(), hold.id, { id: randomUUID(), name: 'Shed logger' })
    expect(await feed(key, lines(5))).toMatchObject({ taken: 5 })
    await takeOff(owner(), maker().id)
    expect((await refusal(feed(key, lines(10)))).status).toBe(401)
    expect(await countReadings(hold.id)).toBe(5)
  })
  test('keeps the good lines among nonsense and names the bad', async () => {
    const hold = await running({ source: 'device' })
    const { key } = await makeKey(owner(), hold.id, { id: randomUUID(), name: 'a' })
    const mixed = [
      '{"t": 1, "pressure_kPa": 5, "temperature_C": 18.2}',
      'hello',
      '{"t": "x", "pressure_kPa": 5}',
      '[]',
      '{"t": 2}',
      '{"t": 3, "pressure_kPa": 99999}',
      '',
      '{"t": 4, "pressure_psi": 0.7, "event": "knock", "battery": 3}',
    ].join('\n')
    const answer = await feed(key, mixed)
    expect(answer).toMatchObject({ taken: 2, refused: 5 })
    expect(answer.lines.map(each => each.message).join(' ')).toMatch(
      /not JSON.*not a number.*not a JSON object.*pressure is missing.*1,000 kPa/,
    )
    expect((await holdReadings(hold.id, -1)).at(-1)).toMatchObject({ t: 4, event: 'knock' })
    expect((await refusal(feed(key, 'a\nb'))).status).toBe(422)
  })
  test('that floods is told to wait, and the server takes the rest', async () => {
    const hold = await running({ source: 'device' })
    const { key } = await makeKey(owner(), hold.id, { id: randomUUID(), name: 'a' })
    const opened = await mustOpenHold(key)
    const answers = await Promise.all(
      Array.from({ length: 30 }, () =>
        mustOpenHold(key).then(
          () => 200,
          (error: Refusal) => error.status,
        ),
      ),
    )
    expect(answers.filter(status => status === 429)).toHaveLength(6)
    await new Promise(done => {
      setTimeout(done, 1100)
    })
    expect((await feed(key, lines(1, 99))).taken).toBe(1)
    expect((await refusal(takeFeed(opened, lines(20_001)))).status).toBe(413)
  })
  test('needs a hold that is set up for it and started', async () => {
    const typed = await running()
    expect((await refusal(makeKey(owner(), typed.id, { id: randomUUID(), name: 'a' }))).status).toBe(409)
    const job = await testJob(technician())
    const waiting = await setUpHold(technician(), job.id, holdForm({ source: 'device' }))
    const { key } = await makeKey(owner(), waiting.id, { id: randomUUID(), name: 'a' })
    expect((await refusal(feed(key, lines(3)))).message).toContain('not been started')
  })
})

describe('a file', () => {
  const fileHold = async () => setUpHold(technician(), (await testJob(technician())).id, holdForm({ source: 'file' }))
  const rows = (scale: number) =>
    Array.from({ length: 30 }, (_, k) => `${k * 60};${(5 * scale - k * 0.001 * scale).toFixed(4)}`).join('\n')
  test('in another unit is asked about, and taken once somebody means it or names the unit', async () => {
    const hold = await fileHold()
    const text = `time_s;pressure_kPa\n${rows(1000)}`
    expect(
      (await refusal(takeFile(technician(), hold.id, { text, unitConfirmed: false, startedAt: anHourAgo }))).fields
        .unitConfirmed,
    ).toContain('In Pa it would fit')
    const taken = await takeFile(technician(), hold.id, {
      text,
      unitConfirmed: false,
      startedAt: anHourAgo,
      columns: [
        { field: 't', unit: 's' },
        { field: 'pressure', unit: 'Pa' },
      ],
    })
    expect(taken.estimate!.readings).toBe(30)
    expect(taken.isLong).toBe(false)
    const meant = await fileHold()
    expect((await takeFile(technician(), meant.id, { text, unitConfirmed: true, startedAt: anHourAgo })).state).toBe('stopped')
  })
  test('without names is taken by what somebody says of its columns', async () => {
    const hold = await fileHold()
    expect(
      (await refusal(takeFile(technician(), hold.id, { text: rows(1), unitConfirmed: false, startedAt: anHourAgo }))).fields
        .file,
    ).toContain('which is which')
    const taken = await takeFile(technician(), hold.id, {
      text: rows(1),
      unitConfirmed: false,
      startedAt: anHourAgo,
      columns: [
        { field: 't', unit: 's' },
        { field: 'pressure', unit: 'kPa' },
      ],
    })
    expect(taken.estimate).not.toBeNull()
  })
})

describe('a balloon', () => {
  const form = (change = {}) =>
    balloonSchema.validateSync({
      id: randomUUID(),
      volume: 0.02,
      volumeUncertainty: 0.0004,
      pressure: 2500,
      girthUncertainty: 0.002,
      closures: { [randomUUID()]: 'fed' },
      wettedShare: 0,
      ...change,
    })
  const tied = async (hours: number) => {
    const start = new Date(Date.now() - hours * 3600_000)
    const limit = throughputFromStandard(1)
    const job = await testJob(technician(start), { acceptance: limit, fuelAcceptance: limit })
    const closures = proposedClosures(liveParts(job))
    const view = await beginTest(technician(start), job.id, 'balloon', form({ closures }))
    return { job, start, id: view.tests[0]!.id }
  }
  const girth = (volume: number, change = {}) =>
    girthSchema.validateSync({ id: randomUUID(), girth: balloonGirth(volume), temperature: 290, barometer: 101_000, ...change })
  const at = (start: Date, hours: number) => technician(new Date(+start + hours * 3600_000))
  test('that holds seals what it reached; its bell asks for the next girth', async () => {
    const { job, start, id } = await tied(30)
    const rubber = (throughputFromStandard(0.15) * 24 * 3600) / 103_500
    await recordEntry(at(start, 0), id, 'girth', girth(0.005))
    expect((await bells()).find(bell => bell.subjectId === id)).toMatchObject({
      kind: 'balloon',
      detail: 'type its girth again',
    })
    expect(jobStanding(await loadJob(job.id), +start + 1000).next.sentence).toContain('balloon')
    await recordEntry(at(start, 12), id, 'girth', girth(0.005 - rubber / 2))
    const view = await recordEntry(at(start, 24), id, 'girth', girth(0.005 - rubber))
    expect(testsOf(view, 'balloon')[0]!.estimate).toMatchObject({ verdict: 'sealed', rubberFrom: 'default', readings: 3 })
    const off = await endTest(at(start, 24), id)
    await endTest(at(start, 25), id)
    expect(jobStanding(off, Date.now()).ledger.state).toBe('sealed')
    expect((await refusal(recordEntry(at(start, 26), id, 'girth', girth(0.004)))).status).toBe(409)
    const struck = await append('strike', technician(), job.id, { id: randomUUID(), subjectId: id, reason: 'wrong opening' })
    expect(jobStanding(struck, Date.now()).ledger.state).toBe('cannot-tell')
  })
  test('that went down on a leak says so', async () => {
    const { job, start, id } = await tied(10)
    await recordEntry(at(start, 0), id, 'girth', girth(0.005))
    await recordEntry(at(start, 3), id, 'girth', girth(0.004))
    await recordEntry(at(start, 6), id, 'girth', girth(0.003))
    const off = await endTest(at(start, 6), id)
    expect(testsOf(off, 'balloon')[0]!.estimate!.verdict).toBe('leaking')
    expect(jobStanding(await loadJob(job.id), Date.now()).ledger).toMatchObject({
      state: 'leaking',
      measured: [{ testId: id }],
    })
  })
  test('two at once, over the limit, before the cautions, or in the wrong unit are refused', async () => {
    const { job, start, id } = await tied(1)
    expect((await refusal(beginTest(technician(), job.id, 'balloon', form()))).status).toBe(409)
    const other = await testJob(technician(), { pressureLimit: 2000 })
    expect((await refusal(beginTest(technician(), other.id, 'balloon', form()))).fields.pressure).toContain('limit')
    await recordEntry(at(start, 0), id, 'girth', girth(0.001))
    expect((await refusal(recordEntry(at(start, 1), id, 'girth', girth(0.05)))).fields.girth).toContain('Check the unit')
  })
})

test('the bell of a running hold comes from what is live, and rings once its verdict has stood for a while', async () => {
  const hold = await running()
  await fed(hold.id, falling(200, 10, 0.5))
  const hanging = async () => (await bells()).find(bell => bell.subjectId === hold.id)!
  await hangDecisionBell(hold.id)
  const first = await hanging()
  expect(first).toMatchObject({ detail: expect.stringContaining('decided: leaking'), rungAt: null })
  expect(first.dueAt).toBeGreaterThan(Date.now() + 100_000)
  await hangDecisionBell(hold.id)
  expect((await hanging()).dueAt).toBe(first.dueAt)
})
