import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { boxFaces, usualDefect, type Defect } from '../../../core/repair/defect/defect'
import { jobStanding } from '../../../shared/jobEntries'
import { runOfJob } from '../../../shared/repair/runView'
import type { RunKind } from '../../../core/record/runKinds'
import type { RunEntryForm } from '../../../shared/record/kinds/runActs'
import type { RunForm } from '../../../shared/record/kinds/run'
import type { NewJob } from '../../../shared/schemas/job'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { bell } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { cautions } from '../../../core/fuel/makeSafe'
import { actIn, openTestShop, readCautions, refusal, repairForm, testActor, testJob } from '../ground/testShop'
import { materials, saveLot, saveSheet } from '../shelf/materials'
import { heldRecords, setShopFigure, shopFigures } from './decide'
import { append } from '../record/append'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const START = Date.now() - 200 * HOUR
let shop: { close: () => Promise<void> }
let finn: Awaited<ReturnType<typeof testActor>>
let ines: Awaited<ReturnType<typeof testActor>>
beforeAll(async () => {
  shop = await openTestShop()
  finn = await testActor('technician', 'finn')
  ines = await testActor('technician', 'ines')
})
afterAll(() => shop.close())
const at = (minutes: number) => finn(new Date(START + minutes * MINUTE))

/** A job of a kind with one leak that is seen on a part. */
async function leaking(part: string, change: Partial<NewJob> = {}, found = at(-50)): Promise<{ job: JobView; leakId: string }> {
  const opened = await testJob(at(-60), change)
  for (const who of [finn, ines])
    await readCautions(
      who(new Date(START - 55 * MINUTE)),
      opened.id,
      cautions.map(each => each.key),
      'sealant or solvent',
    )
  const partId = opened.parts.find(each => each.name === part)!.id
  const place = { x1: 1, y1: 1, x2: 2, y2: 2, length: 0.01 }
  const job = await append('find', found, opened.id, {
    id: randomUUID(),
    partId,
    ...place,
    seen: 'drips',
    note: '',
    leakId: null,
    photoId: null,
    cause: null,
  })
  return { job, leakId: job.leaks[0]!.id }
}
const card = (job: JobView, leakId: string, change: Partial<Defect>) =>
  append('card', at(-40), job.id, {
    id: randomUUID(),
    leakId,
    defect: { ...usualDefect('seam', job.material, 0.01), before: [], inside: [], ...change } as never,
  })
const runForm = (leakIds: string[], change: Partial<RunForm> = {}): RunForm => ({
  id: randomUUID(),
  leakIds,
  partIds: [],
  method: 'liner',
  material: 'epoxy-liner',
  sheetId: null,
  simulated: false,
  until: null,
  untilReason: '',
  notUsedUntil: '',
  ...change,
})

/** One who records what is done in a run, minute after minute. */
function doing(runId: string) {
  let minute = 0
  const record = <K extends RunKind>(kind: K, facts: Record<string, unknown> = {}, by = at(minute)) =>
    actIn(by, runId, kind, { id: randomUUID(), ago: 0, ...facts } as unknown as RunEntryForm<K>)
  const end = { reason: '', photoId: null, temperature: null, batch: '', taken: [] }
  return {
    record,
    wait: (minutes: number) => void (minute += minutes),
    tick: (stage: string, item: string | null = null) => record('tick', { stage, item }),
    done: (stage: string, more: object = {}) => record('done', { stage, ...end, ...more }),
    now: () => at(minute).now,
  }
}
const mixOf = (change: object = {}) => ({
  stage: 'mix',
  base: 0.1,
  hardener: 0.045,
  depth: null,
  temperature: 295.15,
  taken: [],
  batch: 'L-7',
  reason: '',
  ...change,
})

const lastMix = (view: JobView) => view.runs[0]!.entries.findLast(each => each.kind === 'mix')!.id

/** A liner until it is mixed. */
async function laidOut(job: JobView, leakId: string, change: Partial<RunForm> = {}) {
  const form = runForm([leakId], change)
  await append('run', at(0), job.id, form)
  const its = doing(form.id)
  for (const stage of ['degrease', 'flush']) {
    for (let k = 0; k < 3; k++) await its.tick(stage).catch(() => undefined)
    its.wait(4)
    if (stage === 'degrease') {
      await its.done(stage)
      for (const face of boxFaces) {
        its.wait(6)
        await its.tick('derust', face)
      }
      await its.done('derust')
    } else await its.done(stage)
  }
  its.wait(31)
  await its.done('dry')
  const tied = await loadJob(job.id)
  for (const item of tied.parts.filter(each => each.opening)) await its.tick('tie', item.name)
  await its.done('tie')
  await its.done('ready', { reason: 'laid out, everything was seen' })
  return { ...its, run: form }
}

describe('a lining, stage by stage', () => {
  test('from the first rinse to the cure: the leak is repaired with what was put on last, and its clocks hang', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    await card(job, leakId, { what: 'pinholes', pinholes: { count: 2, run: 0.2 }, inside: ['filler'] })
    const { record, wait, tick, done, run, now } = await laidOut(job, leakId)
    await record('mix', mixOf())
    let view = await loadJob(job.id)
    const work = runOfJob(view, view.runs[0]!, +now()).state.work!
    // The sheet's 25 min at 25 °C; 145 g at 22 °C: longer for the cool, shorter for the cup.
    expect((work.until - work.from) / MINUTE).toBeCloseTo(25 * 2 ** 0.3 * (100 / 145) ** (2 / 3), 1)
    const ringing = await database().select().from(bell).where(eq(bell.subjectId, work.mixId))
    expect(+ringing[0]!.dueAt).toBeLessThan(work.until - 2 * MINUTE)
    wait(3)
    await done('mix')
    await done('pour')
    for (const face of boxFaces) {
      wait(1)
      await tick('roll', face)
    }
    await done('roll')
    wait(10)
    await done('drain', { reason: 'no more runs' })
    for (const item of ['leak 1, hole 1', 'leak 1, hole 2']) await tick('pinholes', item)
    expect((await refusal(done('pinholes'))).fields.temperature).toContain('how warm')
    view = await done('pinholes', { temperature: 293.15 })
    const [made] = view.repairs
    expect(made).toMatchObject({ runId: run.id, leakIds: [leakId], method: 'liner', batch: 'L-7', temperature: 293.15 })
    // The whole skin is lined.
    expect(made!.partIds.length).toBeGreaterThan(2)
    expect(made!.fuelAt! - made!.curedAt!).toBeGreaterThan(40 * HOUR)
    const { ledger } = jobStanding(view, +now() + MINUTE)
    expect(ledger.leaks[0]!.state).toBe('repaired, curing')
    const kinds = (await database().select().from(bell).where(eq(bell.subjectId, made!.id))).map(each => each.kind)
    expect(kinds.sort()).toEqual(['cure', 'fuel', 'move'])
    expect((await refusal(done('cure'))).fields.reason).toBe('It has not cured yet.')
  })

  test('what stays soft comes off: the leak is open again, and its bells are off', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const { record, wait, done, run, now } = await laidOut(job, leakId)
    await record('mix', mixOf())
    wait(3)
    await done('mix')
    await done('pour')
    await done('roll', { reason: 'rolled by two' })
    await done('drain', { reason: 'no more runs' })
    let view = await done('pinholes', { temperature: 293.15 })
    const made = view.repairs[0]!
    expect(jobStanding(view, +now() + MINUTE).ledger.leaks[0]!.state).toBe('repaired, curing')
    wait(60)
    view = await record('mishap', { stage: 'cure', mishap: 'soft' })
    expect(view.repairs[0]!.struck).toContain('It went wrong: it stays soft or sticky')
    expect(jobStanding(view, +now() + MINUTE).ledger.leaks[0]!.state).toBe('found')
    expect(runOfJob(view, view.runs[0]!, +now()).state.current!.stage.key).toBe('mix')
    const hanging = await database().select().from(bell).where(eq(bell.subjectId, made.id))
    expect(hanging.every(each => each.answeredAt !== null)).toBe(true)
    // Put on anew it is a repair of its own.
    await record('mix', mixOf({ after: lastMix(view) }))
    wait(3)
    await done('mix')
    for (const stage of ['pour', 'roll', 'drain']) await done(stage, { reason: 'again' })
    view = await done('pinholes', { temperature: 293.15 })
    expect(view.repairs.filter(each => !each.struck)).toHaveLength(1)
    expect(view.repairs.every(each => each.runId === run.id)).toBe(true)
  })

  test('two people weigh at once: one of them is told, and takes nothing off the shelf; later ones say which mix they saw', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const { record, wait, now } = await laidOut(job, leakId)
    const both = await Promise.allSettled([record('mix', mixOf()), record('mix', mixOf(), ines(now()))])
    const refused = both.filter(each => each.status === 'rejected')
    expect(refused).toHaveLength(1)
    expect(String((refused[0] as PromiseRejectedResult).reason.message)).toMatch(/^(finn|ines) weighed a mix meanwhile/)
    wait(2)
    const view = await record('mix', mixOf({ after: lastMix(await loadJob(job.id)) }))
    expect(view.runs[0]!.entries.filter(each => each.kind === 'mix')).toHaveLength(2)
  })

  test('a cup past its work time is not gone on with', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const { record, wait, done } = await laidOut(job, leakId)
    await record('mix', mixOf())
    wait(3)
    await done('mix')
    wait(60)
    expect((await refusal(done('pour'))).fields.reason).toContain('do not go on with it')
    const view = await record('mishap', { stage: 'pour', mishap: 'gelled' })
    expect(view.runs[0]!.entries.at(-1)!.kind).toBe('mishap')
  })

  test('two people tick one stage: one of them is told who was first, and nothing is doubled', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const form = runForm([leakId])
    await append('run', at(0), job.id, form)
    const { tick, record, done, wait } = doing(form.id)
    await tick('degrease')
    await tick('degrease')
    wait(3)
    const facts = { stage: 'degrease', reason: '', photoId: null, temperature: null, batch: '', taken: [] }
    const both = await Promise.allSettled([record('done', facts), record('done', facts, ines(at(3).now))])
    const refused = both.filter(each => each.status === 'rejected')
    expect(refused).toHaveLength(1)
    expect(String((refused[0] as PromiseRejectedResult).reason.message)).toMatch(/(finn|ines) ended “Degrease/)
    await tick('derust', 'top')
    expect((await refusal(tick('derust', 'top'))).message).toBe('finn ticked that already.')
    expect((await refusal(tick('derust', 'lid'))).fields).toHaveProperty('item')
    expect((await refusal(done('cure'))).message).toContain('It is not there yet')
  })

  test('a repeated submit is one entry; what was tapped without a network counts from when it was; a clock set back loses nothing', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const form = runForm([leakId])
    const [first, second] = await Promise.all([append('run', at(0), job.id, form), append('run', at(0), job.id, form)])
    expect([first.runs.length, second.runs.length]).toEqual([1, 1])
    const entry = { id: randomUUID(), ago: 0, stage: 'degrease', item: null }
    await actIn(at(5), form.id, 'tick', entry)
    await actIn(at(5), form.id, 'tick', entry)
    await actIn(at(20), form.id, 'tick', { ...entry, id: randomUUID(), ago: 10 * MINUTE })
    const view = await actIn(at(-30), form.id, 'tick', { ...entry, id: randomUUID() })
    expect(view.runs[0]!.entries.map(each => (each.at - START) / MINUTE)).toEqual([5, 10, 10 + 1 / MINUTE])
    expect((await refusal(actIn(at(30), form.id, 'pause', { id: entry.id, ago: 0 }))).message).toContain('under this id')
  })
})

describe('what is refused', () => {
  test('a mix that is upside down, off its ratio, too cold or too warm', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const { record } = await laidOut(job, leakId)
    const why = async (change: object) => (await refusal(record('mix', mixOf(change)))).fields
    expect((await why({ base: 0.045, hardener: 0.1 })).hardener).toContain('taken for each other')
    expect((await why({ base: 0.045, hardener: 0.1, reason: 'so be it' })).hardener).toContain('taken for each other')
    expect((await why({ hardener: 0.06 })).hardener).toContain('Too much hardener by 33 %')
    expect((await why({ hardener: null })).hardener).toContain('Both parts')
    expect((await why({ temperature: 280 })).temperature).toContain('does not cure below 15')
    expect((await why({ temperature: 310 })).temperature).toContain('not poured above 30')
    expect(await record('mix', mixOf({ hardener: 0.05, reason: 'the last of the tin' }))).toBeTruthy()
  })

  test('a tin of another material, too old, or with too little left', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    const { record } = await laidOut(job, leakId)
    const lot = {
      material: 'epoxy-liner' as const,
      sheetId: null,
      code: '',
      mass: 0.2,
      openedAt: null,
      expiresAt: null,
      retired: false,
    }
    const ids = [randomUUID(), randomUUID(), randomUUID()]
    await saveLot(at(0), { ...lot, id: ids[0]!, batch: 'OLD', expiresAt: START - 48 * HOUR })
    await saveLot(at(0), { ...lot, id: ids[1]!, batch: 'FAST', material: 'polysulfide-fast' })
    await saveLot(at(0), { ...lot, id: ids[2]!, batch: 'NEW' })
    let after: string | null = null
    const takes = (lotId: string, reason = '', mass = 0.145) =>
      record('mix', mixOf({ after, taken: [{ lotId, mass, reason }] }))
    expect((await refusal(takes(ids[0]!))).fields.taken).toContain('Batch OLD: It expired 2 days ago')
    expect((await refusal(takes(ids[1]!))).fields.taken).toContain('another material')
    expect((await refusal(takes(ids[2]!, '', 0.3))).fields.taken).toContain('has 200 g left')
    after = lastMix(await takes(ids[2]!))
    expect((await refusal(takes(ids[2]!, '', 0.1))).fields.taken).toContain('has 55 g left')
    await takes(ids[0]!, 'tried on a rag first, it cured')
    const { lots } = await materials()
    const left = (batch: string) => lots.find(each => each.batch === batch)!
    expect(left('NEW').left).toBeCloseTo(0.055, 9)
    expect(left('NEW').openedAt).not.toBeNull()
  })

  test('a method that what is there does not take, and a leak that is being repaired already', async () => {
    const { job, leakId } = await leaking('Bottom seam')
    await card(job, leakId, { what: 'pinholes', wall: 'honeycomb', inside: ['filler'] })
    expect((await refusal(append('run', at(0), job.id, runForm([leakId])))).fields.method).toContain('sieve')
    // What is recorded as done at once keeps to the same rules.
    const done = repairForm([leakId], { method: 'liner', material: 'epoxy-liner', temperature: 294.15 })
    expect((await refusal(append('repair', at(0), job.id, done))).fields.method).toContain('sieve')
    await card(job, leakId, { what: 'pinholes', pinholes: { count: 1, run: 0.2 }, inside: ['filler'] })
    const plain = { method: 'patch' as const, material: 'epoxy-patch' as const }
    expect((await refusal(append('run', at(0), job.id, runForm([leakId], plain)))).fields.until).toContain('gets it home')
    expect(
      (await refusal(append('run', at(0), job.id, runForm([leakId], { material: 'epoxy-patch' })))).fields.material,
    ).toContain('say which')
    expect((await refusal(append('run', at(0), job.id, runForm([])))).fields.partIds).toContain('Choose')
    expect((await refusal(append('run', at(0), job.id, runForm([randomUUID()])))).status).toBe(404)
    await append('run', at(0), job.id, runForm([leakId]))
    expect((await refusal(append('run', at(1), job.id, runForm([leakId])))).message).toContain('being repaired already')
    const other = await testJob(at(0), { fuel: 'e85' })
    const seam = other.parts.find(part => part.name === 'Bottom seam')!.id
    const alcohol = runForm([], { partIds: [seam] })
    expect((await refusal(append('run', at(0), other.id, alcohol))).fields.material).toContain('only a sheet on the Shelf')
    const doneWithAlcohol = repairForm([], { partIds: [seam], method: 'liner', material: 'epoxy-liner', temperature: 294.15 })
    expect((await refusal(append('repair', at(0), other.id, doneWithAlcohol))).fields.material).toContain(
      'only a sheet on the Shelf',
    )
    const sheetId = randomUUID()
    const facts = {
      cureTime: 72 * 3600,
      moveTime: 86_400,
      fuelTime: 120 * 3600,
      potLife: 1200,
      referenceTemperature: 298.15,
      floor: 288.15,
      ceiling: 303.15,
      ratio: null,
      fuels: ['e85' as const],
      mustNotTouch: '',
      openedDays: 30,
      source: 'sheet in the tin',
    }
    await saveSheet(at(0), { id: sheetId, name: 'Alcohol liner', material: 'epoxy-liner', facts, retired: false })
    const view = await append('run', at(0), other.id, { ...alcohol, sheetId })
    expect(view.runs[0]!.sheet!.name).toBe('Alcohol liner')
  })

  test('what flies, without approved data; the job waits with a bell until it is granted', async () => {
    const { job, leakId } = await leaking('Rivet row A', {
      tankKind: 'riveted-bay',
      craftKind: 'light aircraft',
      fuel: 'avgas',
      material: 'riveted aluminium',
    })
    const wicked = () =>
      append('repair', at(0), job.id, repairForm([leakId], { method: 'wick', material: 'thread-sealant', temperature: 295 }))
    expect((await refusal(wicked())).message).toContain('approved data')
    await append('approval', at(0), job.id, { id: randomUUID(), method: 'wick', step: 'asked', reference: '', note: '' })
    const hanging = () => database().select().from(bell).where(eq(bell.jobId, job.id))
    expect((await hanging()).map(each => [each.kind, each.answeredAt])).toEqual([['approval', null]])
    expect((await refusal(wicked())).message).toContain('approved data')
    await append('approval', at(1), job.id, {
      id: randomUUID(),
      method: 'wick',
      step: 'granted',
      reference: 'SRM 57-10',
      note: '',
    })
    expect((await hanging())[0]!.answeredAt).not.toBeNull()
    const view = await wicked()
    // What a repair rests on stays as it is until the repair is struck out.
    const refused = { id: randomUUID(), method: 'wick' as const, step: 'refused' as const, reference: '', note: '' }
    expect((await refusal(append('approval', at(2), job.id, refused))).message).toContain('rests on it')
    const granted = view.approvals.find(each => each.step === 'granted')!.id
    const strikes = { id: randomUUID(), subjectId: granted, reason: 'wrong chapter' }
    expect((await refusal(append('strike', at(2), job.id, strikes))).message).toContain('rests on it')
    // A trial: its four tests hang.
    const kinds = (await hanging()).filter(each => each.answeredAt === null).map(each => each.kind)
    expect(kinds.filter(kind => kind === 'trial')).toHaveLength(4)
    expect(jobStanding(view, START + 30 * HOUR).ledger.leaks[0]!.state).toBe('ready to retest')
  })
})

test('work before anything leaks has the same cure and the same evidence', async () => {
  const job = await testJob(at(0), { work: 'lining' })
  const seam = job.parts.find(part => part.name === 'Bottom seam')!.id
  const form = repairForm([], { partIds: [seam], method: 'liner', material: 'epoxy-liner', temperature: 298.15 })
  const view = await append('repair', at(0), job.id, form)
  expect(view.repairs[0]!.leakIds).toEqual([])
  const { ledger } = jobStanding(view, START + HOUR)
  expect(ledger.leaks).toEqual([])
  expect(ledger.state).toBe('cannot-tell')
  const [hung] = await database().select().from(bell).where(eq(bell.subjectId, view.repairs[0]!.id))
  expect(hung!.title).toContain('more')
})

test('a practised run may run fast, a real one may not', async () => {
  const { job, leakId } = await leaking('Bottom seam')
  const real = runForm([leakId])
  await append('run', at(0), job.id, real)
  expect((await refusal(doing(real.id).record('speed', { speed: 60 }))).status).toBe(409)
  await doing(real.id).record('abandon', { reason: 'to be practised' })
  const practised = runForm([leakId], { simulated: true })
  await append('run', at(1), job.id, practised)
  await actIn(at(1), practised.id, 'speed', { id: randomUUID(), ago: 0, speed: 60 })
  const view = await loadJob(job.id)
  const run = view.runs.find(each => each.id === practised.id)!
  expect(runOfJob(view, run, START + 2 * MINUTE).state.elapsed).toBeCloseTo(3600, 0)
})

test('what the shop typed once, what was chosen, and how its repairs held', async () => {
  const long = (days: number) => finn(new Date(Date.now() - days * 24 * HOUR))
  const { job, leakId } = await leaking('Drain plug', {}, long(70))
  await setShopFigure(at(0), { key: 'rate', value: 60 })
  expect(await setShopFigure(at(1), { key: 'rate', value: 65 })).toEqual({ rate: 65 })
  expect(await shopFigures()).toEqual({ rate: 65 })
  const spread = { low: 1, expected: 2, high: 3 }
  const options = [{ method: 'renew-seal' as const, days: spread, cost: null, chance: spread }]
  const view = await append('choice', at(0), job.id, {
    id: randomUUID(),
    leakId,
    method: 'renew-seal',
    options,
    by: 'the owner',
    note: '',
  })
  expect(view.choices[0]).toMatchObject({ chosenBy: 'the owner', by: 'finn', method: 'renew-seal' })
  await append('repair', long(60), job.id, repairForm([leakId], { method: 'renew-part' }))
  const before = (await heldRecords())['renew-part']!
  expect(before.held).toBeGreaterThanOrEqual(1)
  await append('find', long(2), job.id, {
    id: randomUUID(),
    partId: job.leaks[0]!.partId,
    x1: 1,
    y1: 1,
    x2: 2,
    y2: 2,
    length: null,
    seen: 'drips',
    note: '',
    leakId,
    photoId: null,
    cause: null,
  })
  const after = (await heldRecords())['renew-part']!
  expect([after.held, after.back]).toEqual([before.held - 1, before.back + 1])
})
