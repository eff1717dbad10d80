import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { rungKeys, rungOf } from '../../../core/practice/rungs'
import { huntSchema, practiceJobSchema } from '../../../shared/practice'
import type { JobView } from '../../../shared/views'
import { database, inTransaction } from '../../db/client'
import { bell, job, practiceHunt, trail } from '../../db/schema'
import { jobArchive } from '../archive/exportJob'
import { bay, bench } from '../bay/bay'
import { endTest } from '../bench/endTest'
import { addFind } from '../bench/finds'
import { hangBell } from '../bells/bells'
import { listCrafts } from '../job/crafts'
import { editJob } from '../job/jobs'
import { loadJob } from '../job/loadJobs'
import { similarJobs } from '../narrow/narrowing'
import { pastFigures } from '../past/figures'
import { searchPast } from '../past/search'
import { makeOwnerCard } from '../prove/ownerCards'
import { readCautions } from '../ground/testShop'
import type { Actor } from '../ground/change'
import {
  holdForm,
  markPart,
  openTestShop,
  refusal,
  repairForm,
  setUpHold,
  startSoap,
  testActor,
  testJob,
} from '../ground/testShop'
import { cautions } from '../../../core/fuel/makeSafe'
import type { RepairForm } from '../../../shared/record/kinds/repair'
import { factsOf } from '../../../shared/jobFacts'
import { pastQuerySchema } from '../../../shared/schemas/past'
import { checkShownOn, firstHourOf, practiceJob } from './huntJobs'
import { beginHunt, endHunt, huntOfPerson, huntsOf } from './hunts'
import { practiceCraft } from './practiceCraft'
import { routes } from '../routes/routes'
import { isOthersPractice, openPracticeJob, practiceJobsOf } from './practiceJobs'
import { hearsOf, isPlaced, mustBeWithinReach } from './reach'
import { peopleInPractice } from './practice'
import { ladderOf, setTask } from './tasks'
import { append } from '../record/append'

let close: () => Promise<void>
let finn: (now?: Date) => Actor
let oda: (now?: Date) => Actor
beforeAll(async () => {
  ;({ close } = await openTestShop(undefined, 'real'))
  finn = await testActor()
  oda = await testActor('owner')
})
afterAll(() => close())

const practice = (change: object = {}) =>
  openPracticeJob(finn(), practiceJobSchema.validateSync({ id: randomUUID(), tankKind: 'small-steel', ...change }))
const hunted = async (person: typeof finn, form: object) => {
  const hunt = await beginHunt(person(), huntSchema.validateSync({ id: randomUUID(), onJob: true, ...form }))
  await readCautions(
    person(),
    hunt.jobId!,
    cautions.map(({ key }) => key),
  )
  return { hunt, tank: await loadJob(hunt.jobId!) }
}
const numberOf = (key: (typeof rungKeys)[number]) => rungKeys.indexOf(key) + 1
describe('a real tank', () => {
  test('takes no readings of a stand-in, however they are asked for', async () => {
    const { id, reality } = await testJob(finn())
    expect(reality).toBe('real')
    for (const work of [
      setUpHold(finn(), id, holdForm({ source: 'stand-in' })),
      append('run', finn(), id, { simulated: true } as never),
      append('instrument-sender', finn(), id, { id: randomUUID(), note: '', simulated: true } as never),
    ]) {
      const { status, message } = await refusal(work)
      expect(status).toBe(409)
      expect(message).toContain('Practice')
    }
    const [row] = await database().select({ hidden: job.hiddenTank }).from(job).where(eq(job.id, id))
    expect(row!.hidden).toBeNull()
    expect((await loadJob(id)).tests).toHaveLength(0)
  })
  test('is copied into Practice without names, words and papers', async () => {
    const from = await testJob(finn(), {
      craftName: 'Skiff of somebody',
      craftRegistration: 'SK 11',
      tankKind: 'moulded',
      limitSource: 'letter of somebody',
      complaint: { signs: ['parked', 'drip'], codes: ['P0442'], words: 'Somebody at the quay said so.' },
    })
    const copy = await practice({ tankKind: null, copyOf: from.id })
    expect(copy).toMatchObject({
      reality: 'practice',
      capacity: from.capacity,
      circuit: from.circuit,
      complaint: { signs: ['parked', 'drip'], codes: ['P0442'], words: '' },
    })
    expect(copy.parts.map(({ name, space, link }) => ({ name, space, link }))).toEqual(
      from.parts.map(({ name, space, link }) => ({ name, space, link })),
    )
    expect(JSON.stringify(copy)).not.toMatch(/somebody|SK 11|Skiff/i)
    expect(copy.craft.id).not.toBe(from.craft.id)
    expect(copy.hasStandIn).toBe(true)
    expect((await practice({ id: copy.id, tankKind: null, copyOf: from.id })).parts).toEqual(copy.parts)
  })
  test('a craft of the shop that is called as one of Practice would be stays as it is', async () => {
    const id = randomUUID()
    const real = await testJob(finn(), { craftName: practiceCraft(id), craftKind: 'boat', craftBuilt: 1999 })
    const tank = await practice({ id, tankKind: 'riveted-bay' })
    expect(tank.craft.id).not.toBe(real.craft.id)
    expect(tank.craft.name).toBe(`${real.craft.name} 2`)
    expect((await loadJob(real.id)).craft).toEqual(real.craft)
  })
  test('under the id of a job of the shop nothing is opened, and that job stays as it is', async () => {
    const [real, other] = [await testJob(finn(), { tankKind: 'moulded' }), await testJob(finn())]
    for (const change of [{ copyOf: other.id, tankKind: null }, {}])
      expect((await refusal(practice({ id: real.id, ...change }))).status).toBe(409)
    const after = await loadJob(real.id)
    expect([after.parts, after.circuit, after.hasStandIn]).toEqual([real.parts, real.circuit, false])
    const own = await practice()
    const anew = openPracticeJob(oda(), practiceJobSchema.validateSync({ id: own.id, tankKind: 'moulded' }))
    expect((await refusal(anew)).status).toBe(409)
  })
  test('neither kind nor job, or both, is refused', async () => {
    expect((await refusal(practice({ tankKind: null }))).status).toBe(422)
    expect((await refusal(practice({ copyOf: randomUUID() }))).status).toBe(422)
    expect((await refusal(practice({ tankKind: null, copyOf: randomUUID() }))).status).toBe(404)
  })
})

describe('what is done in Practice', () => {
  let tank: JobView
  beforeAll(async () => {
    tank = await practice()
    await readCautions(
      finn(),
      tank.id,
      cautions.map(({ key }) => key),
    )
    await append('outcome', finn(), tank.id, { id: randomUUID(), cause: 'drain', partId: null, note: '' } as never)
    await setUpHold(finn(), tank.id, holdForm({ source: 'stand-in', testPressure: tank.pressureLimit / 2 }))
  })
  const ids = (rows: { id: string }[]) => rows.map(({ id }) => id)

  test('is on no list and in no figure of the shop', async () => {
    const real = await testJob(finn(), { tankKind: 'small-steel' })
    const now = Date.now()
    const { rows, open } = await bay({}, now)
    expect(ids(rows)).toContain(real.id)
    expect(ids(rows)).not.toContain(tank.id)
    expect(open).toBe(rows.length)
    expect(ids(await bench(now))).not.toContain(tank.id)
    expect(ids((await searchPast(pastQuerySchema.validateSync({ words: 'small' }) as never)).rows)).not.toContain(tank.id)
    expect((await listCrafts(tank.craft.name)).length).toBe(0)
    expect(ids(await similarJobs(real.id))).not.toContain(tank.id)
    const figures = await pastFigures()
    expect(figures.jobs).toBe(open)
    expect(figures.causes).toEqual([])
  })
  test('hangs no bell', async () => {
    await inTransaction(tx =>
      hangBell(tx, { jobId: tank.id, kind: 'look', subjectId: tank.id, title: '', detail: '', dueAt: new Date() }),
    )
    expect(await database().select().from(bell).where(eq(bell.jobId, tank.id))).toEqual([])
  })
  test('is neither sent nor shown to an owner, and its craft keeps its name', async () => {
    expect((await refusal(jobArchive(tank.id, new Date()))).message).toContain('evidence of nothing')
    expect((await refusal(makeOwnerCard(finn(), tank.id, randomUUID()))).status).toBe(409)
    const edit = { ...factsOf(await loadJob(tank.id)), craftName: 'Fire pump 9', revision: tank.revision }
    expect((await refusal(editJob(finn(), tank.id, edit))).fields).toHaveProperty('craftName')
  })
  test('is of nobody else: neither read nor changed', async () => {
    expect(await isOthersPractice(oda().id, tank.id)).toBe(true)
    expect(await isOthersPractice(finn().id, tank.id)).toBe(false)
    const answer = { id: randomUUID(), check: 'cap-look', outcome: 'clear', note: '', after: null }
    expect((await refusal(append('answer', oda(), tank.id, answer as never))).status).toBe(404)
    expect(
      (await refusal(openPracticeJob(oda(), practiceJobSchema.validateSync({ id: randomUUID(), copyOf: tank.id })))).status,
    ).toBe(404)
    expect(ids(await practiceJobsOf(finn()))).toContain(tank.id)
    expect(await practiceJobsOf(oda())).toEqual([])
  })
  test('under whatever word an address names a row of it, it is not there for anybody else', async () => {
    const hold = await setUpHold(finn(), tank.id, holdForm())
    const theirs = (word: string, id: string) => mustBeWithinReach(finn().id, word, id)
    const others = async (word: string, id: string) => (await refusal(mustBeWithinReach(oda().id, word, id))).status
    for (const [word, id] of [
      ['jobs', tank.id],
      ['jobs', tank.id.toUpperCase()],
      ['holds', hold.id],
      ['tests', hold.id],
      ['crafts', tank.craft.id],
    ] as const) {
      await theirs(word, id)
      expect(await others(word, id)).toBe(404)
    }
    const real = await testJob(finn())
    for (const [word, id] of [
      ['jobs', real.id],
      ['crafts', real.craft.id],
      ['photos', randomUUID()],
      ['people', oda().id],
    ] as const)
      await mustBeWithinReach(oda().id, word, id)
    expect(await hearsOf(oda().id, tank.id)).toBe(false)
    expect(await hearsOf(finn().id, tank.id)).toBe(true)
    expect(await hearsOf(oda().id, real.id)).toBe(true)
    expect(await hearsOf(oda().id, null)).toBe(true)
  })
  test('of every address with an id it is known of which job that is', () => {
    const words = routes.flatMap(({ path }) => [...path.matchAll(/\/([\w-]+)\/\{id\}/g)].map(([, word]) => word!))
    expect(words.length).toBeGreaterThan(50)
    expect(words.filter(word => !isPlaced(word))).toEqual([])
  })
  test('a tank of the same kind in the shop can be tested at the same time', async () => {
    const real = await testJob(finn(), { tankKind: 'small-steel', tankName: tank.tankName })
    expect((await setUpHold(finn(), real.id, holdForm())).state).toBe('set up')
  })
})

describe('a hunt on the screens of a job', () => {
  const lookFor = async (person: typeof finn, jobId: string, check: string) => {
    const { outcome } = await checkShownOn(jobId, check)
    await append('answer', person(), jobId, { id: randomUUID(), check, outcome, note: '', after: null } as never)
    return outcome
  }
  /** Somebody repairs a part after they found it under soap. */
  const repaired = async (person: typeof finn, jobId: string, partId: string, how: Partial<RepairForm> = {}) => {
    const soapId = randomUUID()
    await startSoap(person(), jobId, { id: soapId, pressure: 2000, relief: { kind: 'water column', opensAt: 2000 } })
    await markPart(person(), soapId, partId, 'bubbles')
    const found = await addFind(person(new Date(Date.now() + 60_000)), soapId, {
      id: randomUUID(),
      leakId: null,
      partId,
      seen: 'bubbles',
      x1: 0.5,
      y1: 0.5,
      x2: 0.5,
      y2: 0.5,
      length: null,
      note: '',
      photoId: null,
    } as never)
    return append('repair', person(new Date(Date.now() + 120_000)), jobId, repairForm([found.leaks.at(-1)!.id], how))
  }

  /** A walk over every part that finds nothing. */
  const provedBySoap = async (at: (minutes: number) => Actor, jobId: string) => {
    const open = (await loadJob(jobId)).tests.find(({ stoppedAt }) => stoppedAt === null)
    if (open) await endTest(at(3), open.id)
    const walk = randomUUID()
    await startSoap(at(4), jobId, { id: walk })
    for (const { id } of (await loadJob(jobId)).parts) await markPart(at(5), walk, id, 'dry')
    await endTest(at(20), walk)
  }

  test('right, and not proved: it is told, and not won', async () => {
    const person = await testActor()
    const { hunt, tank } = await hunted(person, { rung: numberOf('warming') })
    await repaired(person, tank.id, tank.parts.find(({ family }) => family === 'drain')!.id)
    const { debrief } = await endHunt(person(new Date(Date.now() + 180_000)), hunt.id, { as: 'handed back' })
    expect(debrief).toMatchObject({ ending: 'mended', proved: false, won: false })
    expect(debrief!.remember).toContain('nobody could know it')
  })

  test('the wrong part by the trap’s own place is the trap, whatever it was called', async () => {
    const person = await testActor()
    const { hunt, tank } = await hunted(person, { rung: numberOf('wet below') })
    await lookFor(person, tank.id, 'highest-wet')
    await repaired(person, tank.id, tank.parts.find(({ family }) => family === 'drain')!.id)
    const { debrief } = await endHunt(person(new Date(Date.now() + 180_000)), hunt.id, { as: 'given up' })
    expect(debrief!.steps.at(-1)!.trap).toBe(rungOf('wet below').lesson)
    expect(debrief!.remember).toBe(rungOf('wet below').lesson)
  })

  test('shows what is hidden through checks, counts their minutes, and tells nobody what it is', async () => {
    const person = await testActor()
    const { hunt, tank } = await hunted(person, { rung: numberOf('cap twice') })
    expect(tank).toMatchObject({ reality: 'practice', hasStandIn: true, complaint: { codes: ['P0456'] } })
    expect(tank.complaint.words).toContain('second new cap')
    expect(JSON.stringify([hunt, tank])).not.toMatch(/hiddenTank|faults|cap twice/)
    expect(await practiceJob(tank.id)).toMatchObject({ hunt: { id: hunt.id, minutes: 0, inVain: 0, ended: false } })
    const shown = await lookFor(person, tank.id, 'neck-look')
    expect((await checkShownOn(tank.id, 'neck-look')).outcome).toBe(shown)
    expect((await practiceJob(tank.id)).hunt!.minutes).toBeGreaterThan(0)
    expect((await refusal(checkShownOn(tank.id, 'hold'))).status).toBe(404)
    expect((await refusal(checkShownOn(tank.id, 'nonsense'))).status).toBe(404)
    expect((await refusal(checkShownOn((await testJob(finn())).id, 'cap-look'))).status).toBe(404)
  })

  test('is lost by its trap, and won at the second try', async () => {
    const person = await testActor()
    const rung = numberOf('warming')
    const first = await hunted(person, { rung })
    const lost = await endHunt(person(), first.hunt.id, { as: 'handed back' })
    expect(lost.debrief).toMatchObject({ ending: 'handed back', won: false, remember: rungOf('warming').lesson })
    expect((await ladderOf(person()))[rung - 1]).toMatchObject({
      name: 'A warming tank that hides a leak',
      won: false,
      tries: 1,
    })

    const second = await hunted(person, { rung })
    await lookFor(person, second.tank.id, 'drain-look')
    await repaired(person, second.tank.id, second.tank.parts.find(({ family }) => family === 'drain')!.id)
    const at = (minutes: number) => person(new Date(Date.now() + minutes * 60_000))
    await provedBySoap(at, second.tank.id)
    const won = await endHunt(at(30), second.hunt.id, { as: 'handed back' })
    expect(won.debrief).toMatchObject({ ending: 'mended', proved: true, won: true, taken: { mended: true, inVain: 0 } })
    expect(won.debrief!.steps.map(({ outcome }) => outcome)).toContain('mended')
    expect(won.debrief!.steps[0]!.suspects.length).toBeGreaterThan(0)
    expect((await ladderOf(person()))[rung - 1]).toMatchObject({ won: true, tries: 2 })
    expect((await huntsOf(person())).map(each => each.won)).toContain(true)
    expect(await huntOfPerson(person(), second.hunt.id)).toEqual(won)
  })

  test('a part renewed in vain was bought, and its trap is told', async () => {
    const person = await testActor()
    const { hunt, tank } = await hunted(person, { rung: numberOf('cap twice') })
    await repaired(person, tank.id, tank.parts.find(({ family }) => family === 'cap')!.id)
    expect((await practiceJob(tank.id)).hunt).toMatchObject({ inVain: 1 })
    const { debrief } = await endHunt(person(new Date(Date.now() + 180_000)), hunt.id, { as: 'given up' })
    expect(debrief).toMatchObject({ ending: 'given up', won: false, remember: rungOf('cap twice').lesson })
  })

  test('a repair from outside comes back', async () => {
    const person = await testActor()
    const { hunt, tank } = await hunted(person, { rung: numberOf('comes back') })
    const strap = tank.parts.find(({ trait }) => trait === 'strap') ?? tank.parts.find(({ name }) => /strap/i.test(name))!
    await repaired(person, tank.id, strap.id, {
      method: 'patch',
      material: 'epoxy-patch',
      until: Date.now() + 86_400_000,
      untilReason: 'gets it home',
    })
    const { curedAt, at } = (await loadJob(tank.id)).repairs[0]!
    // Three days pass in Practice in some minutes.
    expect(curedAt! - at).toBeGreaterThan(0)
    expect(curedAt! - at).toBeLessThan(15 * 60_000)
    const { debrief } = await endHunt(person(new Date(Date.now() + 180_000)), hunt.id, { as: 'handed back' })
    expect(debrief).toMatchObject({ ending: 'handed back', won: false })
  })

  test('begun again by a repeated tap it is the same, and its job is one', async () => {
    const person = await testActor()
    const form = huntSchema.validateSync({ id: randomUUID(), onJob: true })
    // Two taps at once too: each draws a seed, and one of them is the hunt and its tank.
    for (let k = 0; k < 4; k++) {
      const id = randomUUID()
      const [one, two] = await Promise.all([beginHunt(person(), { ...form, id }), beginHunt(person(), { ...form, id })])
      expect(two).toEqual(one)
      expect((await loadJob(one.jobId!)).tankName).toBe(one.tank.toLowerCase())
    }
    expect(await practiceJobsOf(person())).toHaveLength(4)
    const id = randomUUID()
    await beginHunt(person(), { ...form, id })
    expect((await refusal(beginHunt(oda(), { ...form, id }))).status).toBe(404)
  })

  test('an inspector, who does no work, hunts step by step', async () => {
    const ines = await testActor('inspector')
    expect((await refusal(beginHunt(ines(), huntSchema.validateSync({ id: randomUUID(), onJob: true })))).status).toBe(403)
    expect((await beginHunt(ines(), huntSchema.validateSync({ id: randomUUID(), rung: 1 }))).jobId).toBeNull()
  })
})

describe('the first hour', () => {
  test('is offered to whoever has done nothing yet, goes on where it was left, and is not offered again', async () => {
    const person = await testActor()
    expect(await firstHourOf(person())).toEqual({ offered: true, jobId: null })
    const { hunt, tank } = await hunted(person, { firstHour: true })
    expect(hunt).toMatchObject({ firstHour: true, rung: null })
    expect(tank.tankKind).toBe('small-steel')
    expect(await firstHourOf(person())).toEqual({ offered: false, jobId: tank.id })
    await endHunt(person(), hunt.id, { as: 'given up' })
    expect(await firstHourOf(person())).toEqual({ offered: false, jobId: null })
    const other = await testActor()
    await testJob(other())
    expect((await firstHourOf(other())).offered).toBe(false)
    expect((await firstHourOf((await testActor('inspector'))())).offered).toBe(false)
  })
})

describe('what the owner sets', () => {
  test('waits for its person until it is taken, once, by its number', async () => {
    const person = await testActor()
    const rung = numberOf('lying sensor')
    await setTask(oda(), { id: randomUUID(), personId: person().id, rung })
    await setTask(oda(), { id: randomUUID(), personId: person().id, rung })
    const own = async () => (await peopleInPractice()).find(({ id }) => id === person().id)!
    expect((await own()).set).toEqual([rung])
    expect((await ladderOf(person()))[rung - 1]).toEqual({
      number: rung,
      name: null,
      won: false,
      tries: 0,
      setBy: expect.any(String),
    })
    expect((await ladderOf(finn()))[rung - 1]!.setBy).toBeNull()
    await beginHunt(person(), huntSchema.validateSync({ id: randomUUID(), rung }))
    expect(await own()).toMatchObject({ set: [], rungs: 0 })
    expect((await ladderOf(person()))[rung - 1]).toMatchObject({ setBy: null, tries: 1, name: null })
    expect((await refusal(setTask(oda(), { id: randomUUID(), personId: randomUUID(), rung }))).fields).toHaveProperty(
      'personId',
    )
  })
  test('nothing of a hunt but its job stands on a trail', async () => {
    const hunts = await database().select({ id: practiceHunt.id }).from(practiceHunt)
    const told = await database().select({ subject: trail.subjectId }).from(trail)
    for (const { id } of hunts) expect(told.some(({ subject }) => subject === id)).toBe(false)
  })
})
