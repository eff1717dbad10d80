import { proposedClosures } from '../../../core/circuit/proposedClosures'
import type { HoldForm } from '../../../shared/leaktest/hold/holdForm'
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import type { ChangeNotice } from '../../../shared/changes'
import { jobStanding } from '../../../shared/jobEntries'
import { testsOf } from '../../../shared/leaktest/tests'
import { readingOf } from '../../../core/record/reading'
import type { RepairForm } from '../../../shared/record/kinds/repair'
import { recordRows } from '../../../app/composables/words/recordRows'
import { bay, BAY_PAGE } from '../bay/bay'
import { closeJob, reopenJob } from '../job/jobs'
import { loadAspects, loadJob } from '../job/loadJobs'
import { bells } from '../bells/bells'
import { CHANGE_CHANNEL } from '../ground/change'
import {
  fed,
  holdForm,
  markPart,
  openTestShop,
  refusal,
  repairForm,
  setUpHold,
  startSoap,
  testActor,
  testJob,
  plan,
} from '../ground/testShop'
import { beginTest } from './beginTest'
import { endTest } from './endTest'
import { addFind } from './finds'
import { loadHold, stepHold } from './hold/runHold'
import { recordEntry } from './recordEntry'
import { append } from '../record/append'

let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor()
})
afterAll(() => shop.close())

const strike = (jobId: string, subjectId: string) =>
  append('strike', technician(), jobId, { id: randomUUID(), subjectId, reason: 'wrong tank' })
const find = (partId: string) => ({
  id: randomUUID(),
  partId,
  seen: 'foams' as const,
  x1: 1,
  y1: 1,
  x2: 2,
  y2: 2,
  length: 0.01,
  note: '',
  leakId: null,
})
const balloon = (closures: HoldForm['closures'] = { [randomUUID()]: 'own', [randomUUID()]: 'fed' }) => ({
  id: randomUUID(),
  volume: 0.02,
  volumeUncertainty: 0.0004,
  pressure: 2500,
  girthUncertainty: 0.002,
  hasThermometer: true,
  hasBarometer: true,
  closures,
  wettedShare: 0,
  links: {},
  earlyReason: '',
})
const runningHold = async (jobId: string) =>
  stepHold(technician(), (await setUpHold(technician(), jobId, holdForm())).id, 'settling')

describe('one test at a time, but for what may run beside it', () => {
  test('a walk goes beside a hold or a balloon; another of its kind, or two that disturb each other, do not', async () => {
    const { id } = await testJob(technician())
    const hold = await runningHold(id)
    const walk = testsOf(await startSoap(technician(), id), 'soap')[0]!
    expect((await refusal(startSoap(technician(), id))).message).toBe(
      'Hold 1 is still running on this tank. Go on with that one, or end it first.'.replace('Hold', 'Soap'),
    )
    expect((await refusal(beginTest(technician(), id, 'balloon', balloon()))).message).toContain('Hold 1 is still running')
    await stepHold(technician(), hold.id, 'stopped')
    const tank = await loadJob(id)
    await beginTest(technician(), id, 'balloon', balloon(proposedClosures(tank.parts)))
    expect((await refusal(setUpHold(technician(), id, holdForm()))).message).toContain('Balloon 1 is still running')
    expect(testsOf(await endTest(technician(), walk.id), 'soap')[0]!.stoppedAt).not.toBeNull()
  })
  test('two that were set up before either ran: the second is not started', async () => {
    const { id } = await testJob(technician())
    const second = await setUpHold(technician(), id, holdForm())
    await runningHold(id)
    expect((await refusal(stepHold(technician(), second.id, 'settling'))).message).toContain('Hold 2 is still running')
  })
  test('what is struck out while it runs ends with it, keeps no bell and is in nobody’s way', async () => {
    const { id } = await testJob(technician())
    const hold = await runningHold(id)
    await fed(hold.id, [{ t: 2, pressure: 7400 }])
    expect((await bells()).some(bell => bell.subjectId === hold.id)).toBe(true)
    await strike(id, hold.id)
    expect((await bells()).some(bell => bell.subjectId === hold.id)).toBe(false)
    expect((await loadHold(hold.id)).state).toBe('stopped')
    await runningHold(id)
    const walk = testsOf(await startSoap(technician(), id), 'soap')[0]!
    await strike(id, walk.id)
    const next = testsOf(await startSoap(technician(), id), 'soap')[1]!
    expect(next.number).toBe(2)
    expect((await refusal(markPart(technician(), walk.id, (await loadJob(id)).parts[0]!.id, 'dry'))).status).toBe(409)
  })
  test('an id that something else has is refused, and not taken for the same sent twice', async () => {
    const { id, parts } = await testJob(technician())
    const other = await testJob(technician())
    const walk = testsOf(await startSoap(technician(), id), 'soap')[0]!
    expect((await refusal(startSoap(technician(), other.id, { id: walk.id }))).status).toBe(409)
    expect(testsOf(await startSoap(technician(), id, { id: walk.id }), 'soap')).toHaveLength(1)
    const mark = { id: randomUUID(), partId: parts[0]!.id, mark: 'dry' }
    await recordEntry(technician(), walk.id, 'mark', mark)
    const elsewhere = testsOf(await startSoap(technician(), other.id), 'soap')[0]!
    const refused = await refusal(recordEntry(technician(), elsewhere.id, 'mark', { ...mark, partId: other.parts[0]!.id }))
    expect(refused.message).toContain('under this id')
    expect(testsOf(await recordEntry(technician(), walk.id, 'mark', mark), 'soap')[0]!.marks).toHaveLength(1)
  })
  test('a job is not closed over a running test', async () => {
    const { id } = await testJob(technician())
    const walk = testsOf(await startSoap(technician(), id), 'soap')[0]!
    expect((await refusal(closeJob(technician(), id, { reason: 'the owner fetched it' }))).message).toBe(
      'Soap 1 is still running on this tank. End it first.',
    )
    await endTest(technician(), walk.id)
    expect((await closeJob(technician(), id, { reason: 'the owner fetched it' })).closedAt).not.toBeNull()
  })
  test('an entry or a find that its kind does not have is refused, and so is a repeated or a foreign test', async () => {
    const { id, parts } = await testJob(technician())
    const hold = await runningHold(id)
    for (const name of ['girth', 'toString', '__proto__'])
      expect((await refusal(recordEntry(technician(), hold.id, name, { id: randomUUID() }))).status).toBe(404)
    expect((await refusal(addFind(technician(), hold.id, find(parts[0]!.id)))).fields.seen).toContain('does not show where')
    expect((await refusal(endTest(technician(), randomUUID()))).status).toBe(404)
    const mark = { id: randomUUID(), kind: 'knock' }
    for (let k = 0; k < 2; k++) await recordEntry(technician(), hold.id, 'mark', mark)
    expect((await loadHold(hold.id)).marks).toHaveLength(1)
  })
})

describe('a repair that was done again or struck out', () => {
  const repair = (leakId: string, change: Partial<RepairForm> = {}) =>
    repairForm([leakId], { method: 'faying', material: 'polysulfide-fillet', temperature: 298.15, ...change })
  const leaking = async () => {
    let job = await testJob(technician())
    job = await startSoap(technician(), job.id)
    job = await addFind(technician(), job.tests[0]!.id, find(job.parts.find(part => part.name === 'Sender ring')!.id))
    await endTest(technician(), job.tests[0]!.id)
    return { id: job.id, leakId: job.leaks[0]!.id }
  }
  const cures = async (jobId: string) =>
    (await bells()).filter(bell => bell.jobId === jobId && bell.kind === 'cure').map(bell => bell.subjectId)
  test('done again with what does not cure, the first one cures on: its bell stays and a test asks why', async () => {
    const { id, leakId } = await leaking()
    const slow = repair(leakId),
      quick = repair(leakId, { material: 'none', method: 'tighten' })
    await append('repair', technician(), id, slow)
    expect(await cures(id)).toEqual([slow.id])
    expect((await refusal(startSoap(technician(), id))).fields).toHaveProperty('earlyReason')
    const job = await append('repair', technician(new Date(Date.now() + 1000)), id, quick)
    expect(await cures(id)).toEqual([slow.id])
    expect(readingOf(job).curingParts(Date.now() + 2000)).toHaveLength(1)
    expect((await refusal(startSoap(technician(new Date(Date.now() + 2000)), id))).fields).toHaveProperty('earlyReason')
  })
  test('stripped off it cures no more, and the record says so', async () => {
    const { id, leakId } = await leaking()
    const slow = repair(leakId)
    const { leaks } = await append('repair', technician(), id, slow)
    const job = await append('touch', technician(new Date(Date.now() + 1000)), id, {
      id: randomUUID(),
      partIds: [leaks[0]!.partId],
      kind: 'stripped',
      note: '',
    })
    expect(await cures(id)).toEqual([])
    expect(readingOf(job).curingParts(Date.now() + 2000)).toEqual([])
    const { done } = recordRows(job, jobStanding(job, Date.now() + 2000).ledger, Date.now(), (kind, si) => `${kind} ${si}`)
    expect(done.find(row => row.id === slow.id)!.cured).toBe('stripped off since')
    await startSoap(technician(new Date(Date.now() + 2000)), id)
  })
  test('struck out it is no repair and cures all the same: its bell hangs and a test asks why, until it was stripped off', async () => {
    const { id, leakId } = await leaking()
    const first = repair(leakId),
      second = repair(leakId, { material: 'polysulfide-brush', cureTime: 48 * 3600 })
    await append('repair', technician(), id, first)
    await append('repair', technician(new Date(Date.now() + 1000)), id, second)
    expect(await cures(id)).toEqual([second.id])
    const job = await strike(id, second.id)
    expect(await cures(id)).toEqual([second.id])
    expect(readingOf(job).curingParts(Date.now() + 5 * 3_600_000)).toHaveLength(1)
    expect((await refusal(startSoap(technician(new Date(Date.now() + 2000)), id))).fields).toHaveProperty('earlyReason')
    const { partId } = job.leaks[0]!
    const touch = { id: randomUUID(), partIds: [partId], kind: 'stripped' as const, note: '' }
    const bare = await append('touch', technician(new Date(Date.now() + 3000)), id, touch)
    expect(await cures(id)).toEqual([])
    expect(readingOf(bare).curingParts(Date.now() + 4000)).toEqual([])
  })
})

test('whatever hangs, moves or takes off a bell tells so; a part that is marked does not', async () => {
  const job = await testJob(technician())
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await client.connect()
  await client.query(`listen ${CHANGE_CHANNEL}`)
  let heard: ChangeNotice[] = []
  client.on('notification', ({ payload }) => heard.push(JSON.parse(payload!) as ChangeNotice))
  const told = async (work: () => Promise<unknown>) => {
    const hung = async () => JSON.stringify((await bells()).map(({ id, dueAt, detail }) => [id, dueAt, detail]))
    heard = []
    const before = await hung()
    await work()
    const moved = before !== (await hung())
    await client.query('select 1')
    const heardOf = heard.some(notice => notice.topics.includes('bells'))
    // A bell that is hung again as it hangs may be told of; one that moves must be.
    if (moved) expect(heardOf).toBe(true)
    return heardOf
  }
  const { id, parts } = job
  const actor = technician(new Date())
  const gas = (point: string, minutes: number) =>
    append('gas', technician(new Date(Date.now() + minutes * 60_000)), id, {
      id: randomUUID(),
      point,
      explosive: 0.01,
      oxygen: 0.209,
      cleaned: false,
    })
  const points = ['filler', 'middle', 'far low corner']
  const part = {
    id: randomUUID(),
    name: 'Seal',
    reason: 'suspected' as const,
    measure: '',
    cause: null,
    fixing: null,
    leadDays: 30,
  }
  // A gas meter's probe lifts the cap: what is to stand is looked at after it.
  const later = technician(new Date(Date.now() + 20 * 60_000))
  const moves = [
    await told(async () => {
      for (const point of points) await gas(point, 0)
    }),
    await told(async () => {
      for (const point of points) await gas(point, 16)
    }),
    await told(() =>
      append('drained', technician(new Date(Date.now() + 17 * 60_000)), id, {
        id: randomUUID(),
        volume: 0.001,
        method: 'tap',
        gaugeShown: null,
      }),
    ),
    await told(() => plan(actor, id, { ...job.plan, promised: '2031-05-20' })),
    await told(() => append('purchase', actor, id, part)),
    await told(() => append('purchase-step', actor, id, { id: randomUUID(), purchaseId: part.id, step: 'ordered', note: '' })),
    await told(() => plan(actor, id, { ...job.plan, promised: null })),
    await told(() => startSoap(later, id)),
    await told(async () => {
      const walk = (await loadJob(id)).tests[0]!
      for (const each of parts) await markPart(later, walk.id, each.id, 'dry')
    }),
    await told(async () => endTest(later, (await loadJob(id)).tests[0]!.id)),
  ]
  expect(moves).toEqual([true, true, true, true, expect.any(Boolean), expect.any(Boolean), true, false, false, true])
  await client.end()
})

describe('what is loaded', () => {
  const statements = async (work: () => Promise<unknown>) => {
    const query = jest.spyOn(pg.Client.prototype, 'query')
    await work()
    const count = query.mock.calls.length
    query.mockRestore()
    return count
  }
  test('of a job takes eight statements at most, and an aspect of it three', async () => {
    const { id } = await testJob(technician())
    expect(await statements(() => loadJob(id))).toBeLessThanOrEqual(8)
    expect(await statements(() => loadAspects(id, ['tests']))).toBe(3)
    expect(await loadAspects(id, ['tests'])).toEqual({ id, tests: [] })
    expect((await refusal(loadAspects(randomUUID(), ['tests']))).status).toBe(404)
  })
  test('of the Bay takes as many for a page of jobs as for one, and one alone where nothing has changed', async () => {
    const one = await statements(() => bay({ words: 'nothing of that name' }, Date.now()))
    for (let k = 0; k < 5; k++) await testJob(technician(), { craftName: `Skiff ${k} ${randomUUID().slice(0, 4)}` })
    const many = await statements(() => bay({}, Date.now()))
    expect(many).toBeLessThanOrEqual(one + 8)
    // What waits for no clock is kept.
    expect(await statements(() => bay({ words: 'skiff' }, Date.now()))).toBe(one + 1)
    for (let k = 0; k < 5; k++) await testJob(technician())
    expect(await statements(() => bay({}, Date.now()))).toBe(many)
  })
})

describe('the Bay by pages', () => {
  test('has what moved last first, finds by words and states, and leaves closed jobs apart until something is done on them', async () => {
    const mark = randomUUID().slice(0, 8)
    const jobs = []
    for (let k = 0; k < BAY_PAGE + 2; k++)
      jobs.push(await testJob(technician(new Date(Date.now() - k * 60_000)), { craftName: `Punt ${mark} k${k}` }))
    const first = await bay({ words: `punt ${mark}` }, Date.now())
    expect(first.rows).toHaveLength(BAY_PAGE)
    const rest = await bay({ words: `PUNT ${mark}`, after: first.next! }, Date.now())
    expect(rest).toMatchObject({ next: null, rows: [{ id: jobs[BAY_PAGE]!.id }, { id: jobs[BAY_PAGE + 1]!.id }] })
    expect((await bay({ words: `${mark} k${BAY_PAGE + 1}` }, Date.now())).rows.map(row => row.id)).toEqual([
      jobs[BAY_PAGE + 1]!.id,
    ])
    expect((await bay({ words: `${mark} sealed` }, Date.now())).rows).toEqual([])
    expect((await bay({ words: `${mark} cannot` }, Date.now())).rows.length).toBeGreaterThan(0)
    expect((await bay({ words: '100%_' }, Date.now())).rows).toEqual([])
    expect((await refusal(bay({ after: 'yesterday' }, Date.now()))).status).toBe(400)

    const { id } = jobs[0]!
    expect((await closeJob(technician(), id, { reason: 'the owner fetched it' })).closedAt).not.toBeNull()
    const isIn = async (closed: boolean) =>
      (await bay({ words: `${mark} k0`, closed }, Date.now())).rows.some(row => row.id === id)
    expect([await isIn(false), await isIn(true)]).toEqual([false, true])
    expect((await reopenJob(technician(), id)).closedAt).toBeNull()
    await closeJob(technician(), id, { reason: 'the owner fetched it' })
    await startSoap(technician(), id)
    expect([await isIn(false), await isIn(true)]).toEqual([true, false])
  })
})
