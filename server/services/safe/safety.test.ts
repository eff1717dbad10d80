import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { fuels } from '../../../core/fuel/fuels'
import { cautions } from '../../../core/fuel/makeSafe'
import { NOT_WEIGHED } from '../../../core/fuel/weighing'
import { dueOn, vapourOn, weighedNow, weighingNow } from '../../../shared/safety'
import { rebuildOf } from '../../../shared/rebuild'
import { jobStanding } from '../../../shared/jobEntries'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { bell, job as jobTable } from '../../db/schema'
import type { Actor } from '../ground/change'
import { answerBell, bells } from '../bells/bells'
import { stepHold } from '../bench/hold/runHold'
import { openJob } from '../job/jobs'
import type { Refusal } from '../ground/refusal'
import { lookAtGasMeter } from './safety'
import { readCautions } from '../ground/testShop'
import { addFind } from '../bench/finds'
import {
  fed,
  holdForm,
  newJobForm,
  openTestShop,
  refusal,
  repairForm,
  setUpHold,
  startSoap,
  testActor,
  testJob,
  plan,
} from '../ground/testShop'
import { loadJob } from '../job/loadJobs'
import { append } from '../record/append'

let shop: Awaited<ReturnType<typeof openTestShop>>
let finn: (now?: Date) => Actor, oda: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  finn = await testActor()
  oda = await testActor('owner')
}, 60_000)
afterAll(() => shop.close())
const all = cautions.map(caution => caution.key)
const boat = () =>
  openJob(finn(), newJobForm({ tankKind: 'aluminium-belly', craftName: `Lugger ${randomUUID().slice(0, 6)}`, fuel: 'diesel' }))
const MINUTE = 60_000
const start = Date.now()
const at = (minutes: number) => new Date(start + minutes * MINUTE)
const soap = (actor: Actor, job: JobView) => startSoap(actor, job.id, { pressure: 3000 })

describe('cautions', () => {
  test('are read by each person, out of the way then, and back when the plan changes', async () => {
    let job = await boat()
    expect((await refusal(soap(finn(), job))).message).toBe('Read the cautions of this job before air goes in.')
    job = await readCautions(finn(), job.id, all, 'air or smoke')
    const rows = job.cautionsRead.length
    expect(dueOn(job, finn().id, 'air or smoke')).toEqual([])
    expect((await readCautions(finn(), job.id, all, 'air or smoke')).cautionsRead).toHaveLength(rows)
    expect((await refusal(soap(oda(), job))).status).toBe(409)
    await soap(finn(), job)
    job = await plan(finn(), job.id, { place: 'indoors', acts: ['look', 'air or smoke', 'heat or sparks'] })
    expect(dueOn(job, finn().id).map(each => each.caution.key)).toEqual(expect.arrayContaining(['indoors', 'heat', 'air']))
    job = await plan(finn(), job.id, { place: 'outdoors', acts: ['look'] })
    expect(dueOn(job, finn().id)).toEqual([])
  })
  test('a promised day hangs on the rope, moves, and comes off', async () => {
    const job = await boat()
    const rope = async () => (await bells()).filter(bell => bell.kind === 'promise' && bell.subjectId === job.id)
    await plan(finn(), job.id, { ...job.plan, promised: '2030-05-20' })
    expect(await rope()).toMatchObject([{ detail: 'for 2030-05-20' }])
    await plan(finn(), job.id, { ...job.plan, promised: '2030-05-22' })
    expect(new Date((await rope())[0]!.dueAt).getDate()).toBe(21)
    const late = randomUUID()
    await append('purchase', finn(new Date('2030-05-20T10:00:00')), job.id, {
      id: late,
      name: 'Vent hose',
      reason: 'confirmed',
      measure: '',
      cause: null,
      fixing: null,
      leadDays: 4,
    })
    expect(await rope()).toMatchObject([{ detail: 'for 2030-05-22; after it come: vent hose' }])
    await append('purchase-terms', finn(new Date('2030-05-20T10:00:00')), job.id, {
      id: randomUUID(),
      purchaseId: late,
      reason: 'confirmed',
      leadDays: 1,
      was: { reason: 'confirmed', leadDays: 4 },
    })
    expect(await rope()).toMatchObject([{ detail: 'for 2030-05-22' }])
    await plan(finn(), job.id, { ...job.plan, promised: null })
    expect(await rope()).toEqual([])
    // Promised once more, it hangs once more.
    await plan(finn(), job.id, { ...job.plan, promised: '2030-05-24' })
    expect(await rope()).toHaveLength(1)
    await plan(finn(), job.id, { ...job.plan, promised: null })
  })
  test('those that do not apply are not written down', async () => {
    const job = await readCautions(finn(), (await boat()).id, [...all, 'witchcraft'])
    expect(job.cautionsRead.map(read => read.caution)).not.toContain('aircraft')
    expect(job.cautionsRead.map(read => read.caution)).not.toContain('witchcraft')
  })
})

describe('vapour and heat', () => {
  const gas = (job: JobView, at: Date, explosive: number, point: string) =>
    append('gas', finn(at), job.id, { id: randomUUID(), point, explosive, oxygen: 0.209, cleaned: true })
  test('a weld with heat is refused until the readings stand, and again when they are old', async () => {
    let job = await testJob(finn(), { tankKind: 'moulded', craftName: `Van ${randomUUID().slice(0, 6)}` })
    job = await startSoap(finn(), job.id, { pressure: 3000, links: { vent: 'shut' } })
    const partId = job.parts.find(part => part.name === 'Left pinch seam')!.id
    job = await addFind(finn(), job.tests[0]!.id, {
      id: randomUUID(),
      partId,
      seen: 'foams',
      x1: 1,
      y1: 1,
      x2: 2,
      y2: 2,
      length: 0.01,
      note: '',
      leakId: null,
    })
    const weld = (minutes: number) =>
      append('repair', finn(at(minutes)), job.id, repairForm([job.leaks[0]!.id], { method: 'plastic-weld' }))
    expect((await refusal(weld(0))).message).toContain('cautions')
    await readCautions(finn(), job.id, all, 'heat or sparks')
    expect((await refusal(weld(0))).message).toContain('An empty tank is the dangerous one')
    const rope = async () =>
      (await bells()).filter(bell => bell.kind === 'vapour' && bell.jobId === job.id).map(bell => [bell.detail, bell.dueAt])
    for (const point of ['neck', 'middle', 'far corner']) await gas(job, at(1), 0.04, point)
    expect(await rope()).toEqual([['read every point again', +at(16)]])
    expect((await refusal(weld(2))).message).toContain('once more after the pause')
    for (const point of ['neck', 'middle', 'far corner']) await gas(job, at(20), 0.05, point)
    expect(vapourOn(await loadJob(job.id), +at(21)).state).toBe('gas-free')
    expect(await rope()).toEqual([['the readings are too old', +at(50)]])
    expect((await refusal(weld(55))).message).toContain('older than half an hour')
    expect((await weld(25)).repairs).toHaveLength(1)
    // Fuel that is moved ends what was read, and the bell with it.
    const stirred = await append('drained', finn(at(26)), job.id, {
      id: randomUUID(),
      volume: 0.002,
      method: 'filler',
      gaugeShown: null,
    })
    expect(vapourOn(stirred, +at(27)).state).toBe('not read')
    expect(await rope()).toEqual([])
    await append('strike', finn(), job.id, { id: randomUUID(), subjectId: stirred.drained.at(-1)!.id, reason: 'another tank' })
    const other = await loadJob(job.id)
    expect(
      vapourOn(
        await append('strike', finn(), job.id, {
          id: randomUUID(),
          subjectId: other.gasReadings.at(-1)!.id,
          reason: 'meter was off',
        }),
        +at(26),
      ).state,
    ).not.toBe('gas-free')
  })
  test('the stand-in’s meter airs out after draining; hot work is recorded and not planned', async () => {
    let job = await boat()
    expect((await refusal(lookAtGasMeter(job.id, 'near an opening', Date.now()))).status).toBe(409)
    await database()
      .update(jobTable)
      .set({ hiddenTank: { seed: 3, leaks: [] } })
      .where(eq(jobTable.id, job.id))
    expect((await lookAtGasMeter(job.id, 'near an opening', Date.now())).explosive).toBe(1)
    job = await append('drained', finn(), job.id, { id: randomUUID(), volume: 0.05, method: 'filler', gaugeShown: 0.5 })
    const aired = async (point: string) => (await lookAtGasMeter(job.id, point, Date.now() + 120 * MINUTE)).explosive
    expect(await aired('near an opening')).toBeLessThan(0.1)
    // A point of its own is read as the one that airs last.
    expect(await aired('by the baffle')).toBe(await aired('low in a far corner'))
    expect(await aired('low in a far corner')).toBeGreaterThan(await aired('near an opening'))
    expect(
      (await refusal(append('drained', finn(), job.id, { id: randomUUID(), volume: 0.5, method: 'filler', gaugeShown: null })))
        .fields.volume,
    ).toContain('more than this tank holds')
    // Draining stirs it up: what was read before says nothing any more.
    await gas(job, new Date(Date.now() - MINUTE), 0.02, 'neck')
    expect(vapourOn(await loadJob(job.id), Date.now()).sentence).toContain('has not been read')
    job = await append('hot-work', finn(), job.id, {
      id: randomUUID(),
      shop: 'Harbour welders',
      certificate: 'GF-11',
      issuedOn: '2026-05-20',
      what: 'Corner welded',
      note: '',
    })
    expect(job.hotWork).toMatchObject([{ certificate: 'GF-11' }])
  })
})

describe('strip and rebuild', () => {
  const line = (fixing: string | null, name: string, change = {}) => ({
    id: randomUUID(),
    fixing,
    name,
    mark: 'ring 1',
    facing: '',
    fastener: '',
    torque: null,
    condition: '',
    absent: false,
    photoId: null,
    ...change,
  })
  test('what comes off loses its evidence, is on the turned list in order, and what was forgotten is named', async () => {
    let job = await boat()
    const sender = job.parts.find(part => part.name === 'Sender ring')!.id
    const first = line('hose fill', 'Fill hose, tank end')
    job = await append('strip', finn(), job.id, first)
    expect((await append('strip', finn(), job.id, first)).stripped).toHaveLength(1)
    expect(rebuildOf(job)).toMatchObject({ missed: [], left: 1 })
    expect(job.touches[0]!.partIds).toEqual([job.parts.find(part => part.name === 'Deck fill hose')!.id])
    expect((await refusal(append('strip', oda(), job.id, line('hose fill', 'Fill hose, tank end')))).message).toContain(
      'is off already',
    )
    job = await append('strip', finn(), job.id, line(`wire ${sender}`, 'Connector of the sender ring'))
    job = await append('strip', finn(), job.id, line(null, 'Bilge pump bracket'))
    const turned = rebuildOf(job)
    expect(turned.missed.map(fixing => fixing.name)).toEqual(
      expect.arrayContaining(['Ground strap of the tank', 'Vent hose, tank end', 'Cradle bolt 1']),
    )
    const names = turned.rows.flatMap(row => (row.kind === 'refit' ? [row.entry.name] : ['—']))
    expect(names.indexOf('Connector of the sender ring')).toBeLessThan(names.indexOf('Fill hose, tank end'))
    expect(names.at(-1)).toBe('Bilge pump bracket')
  })
  test('what a tank has not is said once, disturbs nothing, and cannot be logged or put on', async () => {
    let job = await boat()
    job = await append('strip', finn(), job.id, line('hose vent', 'Vent hose, tank end', { absent: true }))
    expect(job.touches).toEqual([])
    expect((await refusal(append('strip', oda(), job.id, line('hose vent', 'Vent hose, tank end')))).message).toContain(
      'has no such thing',
    )
    expect(
      (await refusal(append('refit', finn(), job.id, { id: randomUUID(), stripId: job.stripped[0]!.id, photoId: null })))
        .status,
    ).toBe(404)
    job = await append('strike', finn(), job.id, {
      id: randomUUID(),
      subjectId: job.stripped[0]!.id,
      reason: 'it hides behind the fuel hose',
    })
    expect((await append('strip', oda(), job.id, line('hose vent', 'Vent hose, tank end'))).touches).toHaveLength(1)
  })
  test('the two ends of a hose belong together: one logged alone is asked about', async () => {
    let job = await boat()
    job = await append('strip', finn(), job.id, line('hose return far', 'Return line, other end'))
    expect(rebuildOf(job).alone).toEqual(['Return line, other end'])
    job = await append('strip', finn(), job.id, line('hose return', 'Return line, tank end'))
    expect(rebuildOf(job).alone).toEqual([])
    expect(rebuildOf(job).rows.flatMap(row => (row.kind === 'refit' ? [row.entry.name] : []))).toEqual([
      'Return line, tank end',
      'Return line, other end',
    ])
  })
  test('a step waits for its part, is ticked once, and the evidence asks for a test', async () => {
    let job = await boat()
    job = await append('strip', finn(), job.id, line('hose vent', 'Vent hose, tank end'))
    const entryId = job.stripped[0]!.id,
      purchaseId = randomUUID()
    await append('purchase', finn(), job.id, {
      id: purchaseId,
      name: 'Hose and clamps, vent',
      reason: 'while in there',
      measure: '',
      cause: null,
      fixing: 'hose vent',
      leadDays: 3,
    })
    expect(
      (await refusal(append('refit', finn(), job.id, { id: randomUUID(), stripId: entryId, photoId: null }))).message,
    ).toBe('Hose and clamps, vent has not arrived: vent hose, tank end waits for it.')
    await append('purchase-step', finn(), job.id, { id: randomUUID(), purchaseId, step: 'ordered', note: '' })
    await append('purchase-step', finn(), job.id, { id: randomUUID(), purchaseId, step: 'arrived', note: '' })
    const [one, two] = await Promise.allSettled([
      append('refit', finn(), job.id, { id: randomUUID(), stripId: entryId, photoId: null }),
      append('refit', oda(), job.id, { id: randomUUID(), stripId: entryId, photoId: null }),
    ])
    const lost = [one, two].find(each => each.status === 'rejected') as PromiseRejectedResult
    expect((lost.reason as Refusal).message).toMatch(/was ticked by .* already/)
    job = await loadJob(job.id)
    expect(job.stripped[0]!.refit).not.toBeNull()
    expect(job.touches.map(touch => touch.kind)).toEqual(['removed', 'refitted'])
    expect(jobStanding(job, Date.now()).ledger.missing).toContain(job.touches[0]!.partIds[0])
    expect(
      (await refusal(append('refit', finn(), job.id, { id: randomUUID(), stripId: randomUUID(), photoId: null }))).status,
    ).toBe(404)
    expect(
      (await refusal(append('strip', finn(), job.id, line(null, 'With a photo', { photoId: randomUUID() })))).fields.photoId,
    ).toContain('has not arrived')
  })
})

test('what was measured is kept once, and what comes out is taken off what is in it', async () => {
  const job = await boat()
  const level = job.capacity / 2
  const form = { ...NOT_WEIGHED, id: randomUUID(), level, tankMass: 20 }
  await append('weighing', finn(at(0)), job.id, form)
  expect((await append('weighing', finn(at(1)), job.id, form)).weighings).toMatchObject([
    { level, tankMass: 20, density: null },
  ])
  expect(
    (await refusal(append('weighing', finn(), job.id, { ...form, id: randomUUID(), level: 1.1 * job.capacity }))).fields.level,
  ).toContain('more than this tank holds')
  const drain = (minutes: number, volume: number) =>
    append('drained', finn(at(minutes)), job.id, { id: randomUUID(), volume, method: 'filler', gaugeShown: null })
  const less = await drain(2, level / 4)
  expect(weighingNow(less).level).toBeCloseTo(0.75 * level, 12)
  expect(weighedNow(less, weighingNow(less))!.total).toBeCloseTo(
    20 + 0.75 * level * fuels.find(each => each.key === job.fuel)!.density,
    6,
  )
  expect(weighingNow(await drain(3, level)).level).toBe(0)
  // Another weight says nothing of what is in it, and takes nothing back that came out.
  const heavier = await append('weighing', finn(at(3)), job.id, { ...NOT_WEIGHED, id: randomUUID(), tankMass: 24 })
  expect(weighingNow(heavier)).toMatchObject({ tankMass: 24, level: 0 })
  // Looked at again, only what comes out after counts; struck out, the one before stands again.
  const again = await append('weighing', finn(at(4)), job.id, { ...form, id: randomUUID(), level: level / 10 })
  expect(weighingNow(again).level).toBeCloseTo(level / 10, 12)
  expect(
    weighingNow(
      await append('strike', finn(), job.id, {
        id: randomUUID(),
        subjectId: again.weighings.at(-1)!.id,
        reason: 'another tank',
      }),
    ).level,
  ).toBe(0)
  // A capacity corrected to less than is said to be in it weighs nothing up, rather than something wrong.
  expect(weighedNow({ ...job, capacity: level / 2 }, { ...NOT_WEIGHED, level })).toBeNull()
})

test('air goes in only with a relief that opens at or below the limit, and what it was is kept', async () => {
  const tank = await testJob(finn(), { craftName: `Pump ${randomUUID().slice(0, 6)}` })
  const held = (change: Parameters<typeof holdForm>[0]) => setUpHold(finn(), tank.id, holdForm(change))
  expect((await refusal(held({ relief: null }))).fields.relief).toContain('a water column, a relief valve or a regulator')
  expect((await refusal(held({ relief: { kind: 'regulator', opensAt: 9000 } }))).fields.relief).toContain(
    'above this tank’s limit',
  )
  expect((await refusal(startSoap(finn(), tank.id, { pressure: 3000, relief: null }))).fields.relief).toBeDefined()
  expect(await held({ relief: { kind: 'relief valve', opensAt: 6500 }, supply: 'regulated nitrogen' })).toMatchObject({
    relief: { kind: 'relief valve', opensAt: 6500 },
    supply: 'regulated nitrogen',
  })
  // What was measured elsewhere, and a vacuum, put no air in here.
  expect(await held({ source: 'file', relief: null })).toMatchObject({ relief: null, supply: null })
  expect(await held({ method: 'vacuum-decay', testPressure: -3000, relief: null })).toMatchObject({ relief: null })
})

test('a reading above the limit rings at once and says to vent; stopped, the bell is off', async () => {
  const tank = await testJob(finn(), { craftName: `Pump ${randomUUID().slice(0, 6)}` })
  const hold = await setUpHold(finn(), tank.id, holdForm())
  await stepHold(finn(), hold.id, 'settling')
  await fed(hold.id, [{ t: 1, pressure: 6900 }])
  const rope = async () => (await bells()).filter(bell => bell.kind === 'pressure' && bell.subjectId === hold.id)
  expect(await rope()).toEqual([])
  await fed(hold.id, [{ t: 2, pressure: 7400 }])
  expect(await rope()).toMatchObject([{ detail: expect.stringContaining('vent it now') }])
  expect((await rope())[0]!.dueAt).toBeLessThanOrEqual(Date.now())
  await fed(hold.id, [{ t: 3, pressure: 7600 }])
  expect(await rope()).toHaveLength(1)
  const { id, rungAt } = (await rope())[0]!
  await fed(hold.id, [{ t: 3.5, pressure: 7700 }])
  expect(await rope()).toMatchObject([{ rungAt, detail: expect.stringContaining('7.7') }])
  await answerBell(finn(), id)
  await fed(hold.id, [{ t: 4, pressure: 7600 }])
  expect(await rope()).toEqual([])
  // Heard, and after a minute the tank is still above its limit.
  await database()
    .update(bell)
    .set({ answeredAt: new Date(Date.now() - 61_000) })
    .where(eq(bell.id, id))
  await fed(hold.id, [{ t: 5, pressure: 7600 }])
  expect((await rope())[0]!.rungAt).toBeGreaterThan(rungAt!)
  await stepHold(finn(), hold.id, 'stopped')
  expect(await rope()).toEqual([])
})
