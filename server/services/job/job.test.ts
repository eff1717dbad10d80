import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { randomUUID } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import pg from 'pg'
import { jobAspects, type ChangeNotice } from '../../../shared/changes'
import { jobStanding } from '../../../shared/jobEntries'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { bell, job as jobTable, trail } from '../../db/schema'
import { answerBell, bells, ringDueBells } from '../bells/bells'
import { CHANGE_CHANNEL } from '../ground/change'
import { holdReadings } from '../bench/hold/keptReadings'
import { hangDecisionBell, loadHold, setHoldSpeed, stepHold } from '../bench/hold/runHold'
import { takeFile } from '../bench/hold/takeReadings'
import { editJob, jobTrail, openJob } from './jobs'
import { setCircuit } from './tankMap'
import { factsOf } from '../../../shared/jobFacts'
import { endTest } from '../bench/endTest'
import { addFind } from '../bench/finds'
import { lookAtTest } from '../bench/lookAtTest'
import { recordEntry } from '../bench/recordEntry'
import { testsOf } from '../../../shared/leaktest/tests'
import {
  fed,
  holdForm,
  markPart,
  newJobForm,
  openTestShop,
  refusal,
  repairForm,
  setUpHold,
  startSoap,
  testActor,
  testJob,
} from '../ground/testShop'
import { bay } from '../bay/bay'
import { loadJob } from './loadJobs'
import { append } from '../record/append'

/** When a file without dates was measured. */
const anHourAgo = Date.now() - 3_600_000
let shop: { close: () => Promise<void> }
let technician: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  technician = await testActor('technician', 'finn')
})
afterAll(() => shop.close())

const HOUR = 3_600_000
const partId = (job: JobView, name: string) => job.parts.find(part => part.name === name)!.id
/** A typed hold with readings of a steady leak, in Pa lost a minute. */
async function typedHold(job: JobView, lost: number, started: Date, change = {}) {
  const actor = (minutes: number) => technician(new Date(+started + minutes * 60_000))
  const read = { hasThermometer: true, hasBarometer: true }
  const hold = await setUpHold(actor(0), job.id, holdForm({ ...read, ...change }))
  await stepHold(actor(0), hold.id, 'settling')
  await fed(
    hold.id,
    Array.from({ length: 181 }, (_, k) => ({
      t: k * 20,
      pressure: 5000 - (k / 3) * lost,
      temperature: 291.15,
      barometer: 101_000,
    })),
  )
  return stepHold(actor(60), hold.id, 'stopped')
}

describe('a job', () => {
  test('with a hundred thousand acts gives them a page at a time, each once', async () => {
    const job = await testJob(technician())
    await database().execute(
      sql`insert into trail (at, person_id, job_id, verb) select now(), ${technician().id}::uuid, ${job.id}::uuid, 'looked' from generate_series(1, 100000)`,
    )
    const first = await jobTrail(job.id)
    const next = await jobTrail(job.id, first.at(-1)!.id)
    expect([first.length, next.length]).toEqual([200, 200])
    expect(next[0]!.id).toBe(first.at(-1)!.id - 1)
    expect(JSON.stringify(first).length).toBeLessThan(60_000)
  })
  test('brings the parts of its tank kind, and a repeated submit is one job', async () => {
    const form = newJobForm()
    const [first, second] = await Promise.all([openJob(technician(), form), openJob(technician(), form)])
    expect(first.id).toBe(second.id)
    expect(first.parts.map(part => part.name)).toContain('Drain plug')
    expect(await database().select().from(jobTable).where(eq(jobTable.id, form.id))).toHaveLength(1)
    expect((await jobTrail(form.id)).filter(entry => entry.verb === 'opened the job')).toHaveLength(1)
  })
  test('the second of two editors is told, with what the first saved', async () => {
    const job = await testJob(technician())
    const edited = await editJob(technician(), job.id, { ...factsOf(job), tankName: 'main tank', revision: job.revision })
    expect(edited.revision).toBe(job.revision + 1)
    const late = await refusal(
      editJob(technician(), job.id, { ...factsOf(job), limitSource: 'manual', revision: job.revision }),
    )
    expect(late.status).toBe(409)
    expect((late.current as JobView).tankName).toBe('main tank')
    const merged = await editJob(technician(), job.id, {
      ...factsOf(late.current as JobView),
      limitSource: 'manual',
      revision: edited.revision,
    })
    expect(merged).toMatchObject({ tankName: 'main tank', limitSource: 'manual' })
  })
  test('parts are renamed, reordered, added and taken off, and one with a leak stays', async () => {
    let job = await testJob(technician())
    const rows = job.parts.map(({ id, name, family, shape, opening, space, link, trait }) => ({
      id,
      name,
      family,
      shape,
      opening,
      space,
      link,
      trait,
    }))
    const added = {
      id: randomUUID(),
      name: 'Added standpipe',
      family: 'fitting' as const,
      shape: { at: 'point' as const, x: 400, y: 84 },
      opening: true,
      space: 'tank',
      link: null,
      trait: null,
    }
    const first = job.revision
    job = await setCircuit(technician(), job.id, {
      says: 'changed now',
      ...job.circuit,
      revision: first,
      parts: [added, ...rows.slice(2).reverse(), { ...rows[1]!, name: 'Neck' }],
    })
    const live = job.parts.filter(part => part.removedAt === null)
    expect(live[0]!.name).toBe('Added standpipe')
    expect(live.at(-1)!.name).toBe('Neck')
    expect(job.parts.find(part => part.id === rows[0]!.id)!.removedAt).not.toBeNull()
    const late = await refusal(
      setCircuit(technician(), job.id, { says: 'changed now', ...job.circuit, revision: first, parts: rows }),
    )
    expect(late.status).toBe(409)
    expect((late.current as JobView).parts.some(part => part.name === 'Added standpipe')).toBe(true)
    job = await startSoap(technician(), job.id)
    job = await addFind(technician(), testsOf(job, 'soap')[0]!.id, {
      id: randomUUID(),
      partId: added.id,
      seen: 'foams',
      x1: 1,
      y1: 1,
      x2: 2,
      y2: 2,
      length: 0.01,
      note: '',
      leakId: null,
    })
    const refused = await refusal(
      setCircuit(technician(), job.id, {
        says: 'changed now',
        ...job.circuit,
        revision: job.revision,
        parts: [{ ...rows[1]!, name: 'Neck' }],
        whyOff: 'never there',
      }),
    )
    expect(refused.fields.parts).toContain('Added standpipe')
  })
})

test('the Bay puts what runs first, what waits for somebody next, what is sealed last', async () => {
  const running = await testJob(technician())
  const hold = await setUpHold(technician(), running.id, holdForm())
  await stepHold(technician(), hold.id, 'settling')
  const sealed = await testJob(technician())
  await typedHold(sealed, 0, new Date(Date.now() - HOUR))
  const leaking = await testJob(technician())
  await typedHold(leaking, 30, new Date(Date.now() - 2 * HOUR))
  const fresh = await testJob(technician())
  const order = (await bay({}, Date.now())).rows
    .map(row => row.id)
    .filter(id => [running.id, sealed.id, leaking.id, fresh.id].includes(id))
  expect(order).toEqual([running.id, leaking.id, fresh.id, sealed.id])
})

describe('a hold', () => {
  test('above the tank’s limit is refused with the reason, and so is a vacuum beyond it', async () => {
    const job = await testJob(technician())
    const over = await refusal(setUpHold(technician(), job.id, holdForm({ testPressure: 7100 })))
    expect(over.fields.testPressure).toMatch(/7.1 kPa is above this tank’s limit of 7 kPa \(plate\)/)
    expect(
      (await refusal(setUpHold(technician(), job.id, holdForm({ method: 'vacuum-decay', testPressure: -7100 })))).status,
    ).toBe(422)
  })
  test('no air goes in before the cautions are read', async () => {
    const job = await openJob(technician(), newJobForm())
    const hold = await setUpHold(technician(), job.id, holdForm())
    expect((await refusal(stepHold(technician(), hold.id, 'settling'))).message).toContain('cautions')
  })
  test('runs its steps once each, stores the verdict with its inputs, and seals the job', async () => {
    const job = await testJob(technician())
    const hold = await typedHold(job, 0, new Date(Date.now() - HOUR))
    expect(hold.estimate?.verdict).toBe('sealed')
    expect(await stepHold(technician(), hold.id, 'stopped')).toEqual(hold)
    expect((await refusal(fed(hold.id, [{ t: 99_999, pressure: 1 }]))).status).toBe(409)
    expect(jobStanding(await loadJob(job.id), Date.now()).ledger.state).toBe('sealed')
    expect((await bells()).some(each => each.kind === 'look' && each.jobId === job.id)).toBe(true)
    expect((await jobTrail(job.id)).map(entry => entry.verb)).toEqual(
      expect.arrayContaining(['set up a hold', 'started the hold', 'stopped the hold']),
    )
  })
  test('takes a reading once, in any order', async () => {
    const job = await testJob(technician())
    const hold = await setUpHold(technician(), job.id, holdForm())
    await stepHold(technician(), hold.id, 'settling')
    const given = [0, 7, 5].map(t => ({ t, pressure: 5000 - t }))
    expect(await fed(hold.id, given)).toBe(3)
    expect(await fed(hold.id, [...given, { t: 6, pressure: 4994 }])).toBe(1)
    expect((await holdReadings(hold.id, -1)).map(reading => reading.t)).toEqual([0, 5, 6, 7])
  })
  test('only one runs on a tank at a time', async () => {
    const job = await testJob(technician())
    const hold = await setUpHold(technician(), job.id, holdForm())
    await stepHold(technician(), hold.id, 'settling')
    expect((await refusal(setUpHold(technician(), job.id, holdForm()))).status).toBe(409)
  })
  test('keeps a plugged opening out of the evidence', async () => {
    const job = await testJob(technician())
    await typedHold(job, 0, new Date(Date.now() - HOUR), {
      closures: { ...proposedClosures(job.parts), [partId(job, 'Cap')]: 'plug' },
    })
    const { ledger } = jobStanding(await loadJob(job.id), Date.now())
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.missing).toEqual([partId(job, 'Cap')])
  })
  test('with too few readings says why it has no verdict', async () => {
    const job = await testJob(technician())
    const hold = await setUpHold(technician(), job.id, holdForm())
    await stepHold(technician(), hold.id, 'settling')
    await fed(hold.id, [{ t: 0, pressure: 5000 }])
    const stopped = await stepHold(technician(), hold.id, 'stopped')
    expect(stopped.estimate).toBeNull()
    expect(stopped.noEstimate).toContain('three readings')
  })
  test('a thermometer that was promised and never read is no reason to be sure', async () => {
    const job = await testJob(technician())
    const start = () => new Date(Date.now() - HOUR)
    const without = await typedHold(job, 1, start(), { temperatureDoubt: 0.5 })
    const promised = await typedHold(job, 1, start(), { temperatureDoubt: 0.01, hasThermometer: true })
    expect(promised.estimate!.budget.temperature).toBeCloseTo(without.estimate!.budget.temperature, 9)
  })
  test('from a file is taken whole or not at all', async () => {
    const job = await testJob(technician())
    const hold = await setUpHold(technician(), job.id, holdForm({ source: 'file' }))
    const rows = Array.from({ length: 40 }, (_, k) => `${k * 30},${(5 - k * 0.01).toFixed(3)}`)
    const broken = await refusal(
      takeFile(technician(), hold.id, {
        text: ['time_s,pressure_kPa', ...rows.slice(0, 20), '600,oops', ...rows.slice(20)].join('\n'),
        unitConfirmed: false,
        startedAt: anHourAgo,
      }),
    )
    expect(broken.fields.file).toContain('Row 22, column pressure_kPa')
    expect(await holdReadings(hold.id, -1)).toHaveLength(0)
    expect(
      (
        await refusal(
          takeFile(technician(), hold.id, {
            text: 'time_s,pressure_kPa\n0,5\n0,5',
            unitConfirmed: false,
            startedAt: anHourAgo,
          }),
        )
      ).fields.file,
    ).toContain('three readings')
    const taken = await takeFile(technician(), hold.id, {
      text: ['time_s,pressure_kPa', ...rows].join('\n'),
      unitConfirmed: false,
      startedAt: anHourAgo,
    })
    expect(taken).toMatchObject({ state: 'stopped', estimate: { verdict: 'leaking', readings: 40 } })
  })
  test('a mark is on the hold’s own time, and a stand-in’s time can run faster', async () => {
    const job = await testJob(technician())
    const start = new Date(Date.now() - 600_000)
    const hold = await setUpHold(technician(start), job.id, holdForm({ source: 'stand-in' }))
    await stepHold(technician(start), hold.id, 'settling')
    await setHoldSpeed(technician(new Date(+start + 60_000)), hold.id, 60)
    await recordEntry(technician(new Date(+start + 61_000)), hold.id, 'mark', { id: randomUUID(), kind: 'knock' })
    const marked = await loadHold(hold.id)
    expect(marked.marks[0]!.t).toBeCloseTo(120, 3)
    expect((await loadJob(job.id)).hasStandIn).toBe(true)
    expect(JSON.stringify(await loadJob(job.id))).not.toContain('referencePressure')
    const typed = await setUpHold(technician(), (await testJob(technician())).id, holdForm())
    expect((await refusal(setHoldSpeed(technician(), typed.id, 10))).status).toBe(409)
  })
  test('hangs the bell for when it decides, and rings it when it has', async () => {
    const job = await testJob(technician())
    const hold = await setUpHold(technician(), job.id, holdForm())
    await stepHold(technician(), hold.id, 'settling')
    await fed(
      hold.id,
      Array.from({ length: 61 }, (_, k) => ({ t: k * 20, pressure: 5000 - k * 20 })),
    )
    await hangDecisionBell(hold.id)
    await ringDueBells()
    const ofHold = async () => (await bells()).find(each => each.subjectId === hold.id)
    expect(await ofHold()).toMatchObject({ rungAt: null })
    // Two minutes and three time constants of the settling later.
    await database().update(bell).set({ dueAt: new Date() }).where(eq(bell.subjectId, hold.id))
    await ringDueBells()
    const rung = (await ofHold())!
    expect(rung.rungAt).not.toBeNull()
    expect(rung.detail).toContain('leaking')
    await stepHold(technician(), hold.id, 'stopped')
    expect(await ofHold()).toBeUndefined()
  })
})

describe('soap, repair and cure', () => {
  test('the whole loop: leaking, found, repaired, cured, retested, sealed; then back', async () => {
    const start = Date.now() - 100 * HOUR
    const at = (hours: number) => technician(new Date(start + hours * HOUR))
    let job = await testJob(at(0))
    await typedHold(job, 30, at(1).now)
    expect(jobStanding(await loadJob(job.id), +at(2).now).ledger).toMatchObject({
      state: 'leaking',
      measured: [{ explained: null }],
    })
    job = await startSoap(at(2), job.id)
    const soapId = testsOf(job, 'soap')[0]!.id
    for (const part of job.parts.filter(each => each.name !== 'Drain plug')) job = await markPart(at(2), soapId, part.id, 'dry')
    const find = {
      id: randomUUID(),
      partId: partId(job, 'Drain plug'),
      seen: 'bubbles' as const,
      x1: 490,
      y1: 316,
      x2: 510,
      y2: 316,
      length: 0.012,
      note: '',
      leakId: null,
    }
    await addFind(at(2), soapId, find)
    job = await addFind(at(2), soapId, find)
    expect(job.leaks).toHaveLength(1)
    expect((await refusal(markPart(at(2), soapId, find.partId, 'dry'))).fields).toHaveProperty('mark')
    job = await endTest(at(3), soapId)
    expect((await refusal(markPart(at(3), soapId, find.partId, 'dry'))).status).toBe(409)

    const leak = job.leaks[0]!
    const repair = repairForm([leak.id], {
      method: 'faying',
      material: 'polysulfide-fast',
      batch: 'PF-1',
      temperature: 298.15,
    })
    expect((await refusal(append('repair', at(4), job.id, { ...repair, temperature: 270 }))).fields.temperature).toContain(
      'does not cure below 5',
    )
    await append('repair', at(4), job.id, repair)
    job = await append('repair', at(4), job.id, repair)
    expect(job.repairs).toHaveLength(1)
    expect(job.repairs[0]!.curedAt).toBe(+at(8).now)
    expect((await bells()).find(each => each.kind === 'cure' && each.subjectId === repair.id)!.dueAt).toBe(+at(8).now)
    expect(jobStanding(job, +at(5).now).ledger.leaks[0]!.state).toBe('repaired, curing')

    expect((await refusal(setUpHold(at(5), job.id, holdForm()))).fields).toHaveProperty('earlyReason')
    const early = await typedHold(job, 0, at(5).now, { earlyReason: 'to see whether it is the only one' })
    expect(early.earlyReason).toContain('only one')
    expect(jobStanding(await loadJob(job.id), +at(9).now).ledger.leaks[0]!.state).toBe('ready to retest')

    await typedHold(job, 0, at(9).now)
    expect(jobStanding(await loadJob(job.id), +at(10).now).ledger.state).toBe('sealed')

    job = await append('touch', at(11), job.id, { id: randomUUID(), partIds: [partId(job, 'Cap')], kind: 'refitted', note: '' })
    expect(jobStanding(job, +at(12).now).ledger.missing).toEqual([partId(job, 'Cap')])

    job = await startSoap(at(13), job.id)
    job = await addFind(at(13), testsOf(job, 'soap')[1]!.id, { ...find, id: randomUUID(), leakId: leak.id, seen: 'foams' })
    expect(jobStanding(job, +at(14).now).ledger.leaks).toMatchObject([{ id: leak.id, state: 'back' }])

    job = await append('strike', at(15), job.id, { id: randomUUID(), subjectId: job.finds[1]!.id, reason: 'it was the rig' })
    expect(job.finds[1]!.struck).toContain('it was the rig')
    expect(jobStanding(job, +at(16).now).ledger.leaks[0]!.state).toBe('sealed')
    expect(
      (await refusal(append('strike', at(15), job.id, { id: randomUUID(), subjectId: randomUUID(), reason: 'x' }))).status,
    ).toBe(404)

    const row = (await bay({}, +at(16).now)).rows.find(each => each.id === job.id)!
    expect(row.descent.map(point => point.verdict)).toEqual(['leaking', 'sealed', 'sealed'])
    expect(row.leaks).toMatchObject([{ number: 1, x: 500, y: 316 }])
  })
  test('a look at the stand-in shows bubbles only where it leaks', async () => {
    let job = await testJob(technician())
    await database()
      .update(jobTable)
      .set({
        hiddenTank: { seed: 1, leaks: [{ partId: partId(job, 'Cap'), law: 'viscous', rate: 0.05, referencePressure: 5000 }] },
      })
      .where(eq(jobTable.id, job.id))
    job = await startSoap(technician(), job.id)
    expect(await lookAtTest(testsOf(job, 'soap')[0]!.id, { at: partId(job, 'Cap') }, Date.now())).toEqual({ mark: 'bubbles' })
    expect(await lookAtTest(testsOf(job, 'soap')[0]!.id, { at: partId(job, 'Drain plug') }, Date.now())).toEqual({
      mark: 'dry',
    })
  })
})

describe('the way a change travels', () => {
  test('each commits with its line in the trail and is told on the channel', async () => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
    await client.connect()
    await client.query(`listen ${CHANGE_CHANNEL}`)
    const heard: string[][] = []
    client.on('notification', ({ payload }) => heard.push((JSON.parse(payload!) as ChangeNotice).topics))
    const job = await testJob(technician())
    await refusal(setUpHold(technician(), job.id, holdForm({ testPressure: 99_000 })))
    await client.query('select 1')
    await client.end()
    expect(heard).toEqual([[...jobAspects], ['safety']])
  })
  test('the trail cannot be changed or emptied', async () => {
    await expect(database().delete(trail)).rejects.toThrow()
    await expect(database().update(trail).set({ verb: 'nothing' })).rejects.toThrow()
    await expect(database().execute(sql`truncate trail`)).rejects.toThrow()
  })
  test('an answered bell is off the rope, once', async () => {
    const job = await testJob(technician())
    const id = randomUUID()
    await database()
      .insert(bell)
      .values({
        id,
        jobId: job.id,
        kind: 'look',
        subjectId: job.id,
        title: 'Look',
        detail: '',
        dueAt: new Date(Date.now() - 1000),
      })
    await ringDueBells()
    await answerBell(technician(), id)
    await answerBell(technician(), id)
    expect((await bells()).some(each => each.id === id)).toBe(false)
    expect((await jobTrail(job.id)).filter(entry => entry.verb === 'answered a bell')).toHaveLength(1)
  })
})
