import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { curveOf } from '../../../core/practice/curve'
import { questionOf } from '../../../core/practice/questions/questions'
import { huntOf } from '../../../core/practice/hunt'
import { huntSchema, huntStepSchema, practiceQuerySchema } from '../../../shared/practice'
import { database } from '../../db/client'
import { practiceAnswer, practiceCard, practiceHunt, trail } from '../../db/schema'
import { openTestShop, refusal, testActor } from '../ground/testShop'
import { beginHunt, endHunt, huntOfPerson, huntsOf, takeHuntStep } from './hunts'
import { answerCurve, answerQuestion, nextCurve, nextQuestion, peopleInPractice, practiceOf } from './practice'

let shop: { close: () => Promise<void> }
let ines: Awaited<ReturnType<typeof testActor>>
let finn: Awaited<ReturnType<typeof testActor>>
const DAY = 86_400_000
beforeAll(async () => {
  shop = await openTestShop()
  ines = await testActor('owner')
  finn = await testActor()
})
afterAll(() => shop.close())

const rightOf = (topic: 'reach' | 'method', seed: number) => questionOf(topic, seed).right
const wrongOf = (topic: 'reach' | 'method', seed: number) =>
  questionOf(topic, seed).choices.find(({ key }) => key !== rightOf(topic, seed))!.key

test('a question tells what is right only with its answer; a repeated tap counts once, another’s id not at all', async () => {
  const asked = await nextQuestion(finn())
  expect(JSON.stringify(asked)).not.toContain('why')
  expect(asked).not.toHaveProperty('right')
  const answer = { id: randomUUID(), topic: asked.topic, seed: asked.seed, said: asked.choices[0]!.key }
  const first = await answerQuestion(finn(), answer)
  expect(first.choices.map(({ key }) => key)).toContain(first.right)
  await answerQuestion(finn(), answer)
  expect((await practiceOf(finn(), 0)).today).toBe(1)
  expect((await refusal(answerQuestion(ines(), answer))).status).toBe(409)
  expect((await refusal(answerQuestion(finn(), { ...answer, id: randomUUID(), said: 'nonsense' }))).status).toBe(422)
  expect(await database().select().from(trail).where(eq(trail.verb, 'answered in Practice'))).toEqual([])
})

test('what was missed comes back after days, later each time it is known, and to nobody else', async () => {
  const person = await testActor()
  const [topic, seed] = ['reach', 77] as const
  const at = new Date()
  const missed = await answerQuestion(person(at), { id: randomUUID(), topic, seed, said: wrongOf(topic, seed) })
  expect(missed.right).toBe(rightOf(topic, seed))
  const first = missed.comesBackAt! - +at
  expect(first).toBeGreaterThanOrEqual(0.9 * DAY)
  expect(first).toBeLessThan(4 * DAY)
  expect((await practiceOf(person(new Date(missed.comesBackAt! - 1000)), 0)).due).toBe(0)
  const back = new Date(missed.comesBackAt! + 1000)
  expect((await practiceOf(person(back), 0)).due).toBe(1)
  expect((await practiceOf(ines(back), 0)).due).toBe(0)
  expect(await nextQuestion(person(back))).toMatchObject({ topic, seed, again: true })
  expect((await nextQuestion(ines(back))).again).toBe(false)
  const known = await answerQuestion(person(back), { id: randomUUID(), topic, seed, said: rightOf(topic, seed) })
  expect(known.comesBackAt! - +back).toBeGreaterThan(first)
  // What was known at once does not come back.
  expect(
    (await answerQuestion(person(), { id: randomUUID(), topic, seed: 78, said: rightOf(topic, 78) })).comesBackAt,
  ).toBeNull()
})

test('a day begins at the reader’s own midnight', async () => {
  const person = await testActor()
  const late = new Date('2026-11-20T23:30:00Z')
  await answerQuestion(person(late), { id: randomUUID(), topic: 'method', seed: 5, said: rightOf('method', 5) })
  const morning = new Date('2026-11-21T06:00:00Z')
  expect((await practiceOf(person(morning), 0)).today).toBe(0)
  expect((await practiceOf(person(morning), 60)).today).toBe(1)
  await expect(practiceQuerySchema.validate({ east: 'x' })).rejects.toThrow('time zone')
})

test('curves: what was so is told with the answer, and being sure is scored', async () => {
  const person = await testActor()
  const shown = await nextCurve()
  expect(shown).not.toHaveProperty('right')
  expect(shown).not.toHaveProperty('leak')
  expect(shown.readings.length).toBeGreaterThanOrEqual(60)
  const { right } = curveOf(shown.seed)
  const answer = { id: randomUUID(), seed: shown.seed, said: right, sure: 0.95 }
  const told = await answerCurve(person(), answer)
  expect(told.right).toBe(right)
  expect(told.score).toBeLessThan(0.01)
  const wrong = right === 'sealed' ? 'leaking' : 'sealed'
  expect((await answerCurve(person(), { ...answer, id: randomUUID(), said: wrong })).score).toBeGreaterThan(1)
  const { curves, topics } = await practiceOf(person(), 0)
  expect(curves).toMatchObject({ of: 2, calibration: [{ of: 2, right: 0.5 }] })
  expect(topics.find(({ topic }) => topic === 'curve')).toEqual({ topic: 'curve', right: 1, of: 2, safe: false })
})

test('safe is who had eight of the last ten right; the owner sees that and no answer', async () => {
  const person = await testActor()
  const start = Date.now() - DAY
  for (let k = 0; k < 12; k++) {
    const seed = 200 + k
    const said = k < 4 ? wrongOf('method', seed) : rightOf('method', seed)
    await answerQuestion(person(new Date(start + k * 1000)), { id: randomUUID(), topic: 'method', seed, said })
  }
  const all = await peopleInPractice()
  const own = all.find(({ id }) => id === person().id)!
  expect(own.topics.find(({ topic }) => topic === 'method')).toEqual({ topic: 'method', right: 8, of: 10, safe: true })
  expect(own.topics.find(({ topic }) => topic === 'reach')).toMatchObject({ of: 0, safe: false })
  expect(all.length).toBeGreaterThanOrEqual(3)
  expect(JSON.stringify(all)).not.toContain('said')
  expect((await database().select().from(practiceCard).where(eq(practiceCard.personId, person().id))).length).toBe(4)
  expect((await database().select().from(practiceAnswer).where(eq(practiceAnswer.personId, person().id))).length).toBe(12)
})

describe('hunts', () => {
  const begun = async (person: typeof finn) => beginHunt(person(), huntSchema.validateSync({ id: randomUUID() }))
  const step = (form: Partial<{ after: number; check: string; cause: string }>) =>
    huntStepSchema.validateSync({ after: 0, ...form })

  test('are one’s own, begun once, and go on where they were left', async () => {
    const person = await testActor()
    const id = randomUUID()
    const hunt = await beginHunt(person(), huntSchema.validateSync({ id }))
    expect(await beginHunt(person(), huntSchema.validateSync({ id }))).toEqual(hunt)
    expect(JSON.stringify(hunt)).not.toContain('faults')
    expect((await refusal(huntOfPerson(finn(), id))).status).toBe(404)
    const check = hunt.checks[0]!.key
    const after = await takeHuntStep(person(), id, step({ check }))
    expect(after.steps).toHaveLength(1)
    expect(after.minutes).toBeGreaterThan(0)
    expect(await huntOfPerson(person(), id)).toEqual(after)
    expect(await huntsOf(person())).toMatchObject([{ id, ended: false, minutes: after.minutes }])
  })
  test('another window is told; what cannot be done is refused', async () => {
    const { id, checks } = await begun(ines)
    const check = checks[0]!.key
    const [one, two] = await Promise.allSettled([
      takeHuntStep(ines(), id, step({ check })),
      takeHuntStep(ines(), id, step({ check: checks[1]!.key })),
    ])
    expect([one.status, two.status].sort()).toEqual(['fulfilled', 'rejected'])
    expect((await refusal(takeHuntStep(ines(), id, step({ check: checks[2]!.key })))).status).toBe(409)
    expect((await refusal(takeHuntStep(ines(), id, step({ after: 1 })))).status).toBe(422)
    expect((await refusal(takeHuntStep(ines(), id, step({ after: 1, check, cause: 'neck' })))).status).toBe(422)
    expect(() => step({ check: 'nonsense' })).toThrow('no such check')
  })
  test('mended, it ends with its debrief, which opens at once; given up, it tells what it was', async () => {
    const person = await testActor()
    const { id } = await begun(person)
    const [row] = await database().select().from(practiceHunt).where(eq(practiceHunt.id, id))
    const { faults } = huntOf(row!.seed)
    let hunt = await huntOfPerson(person(), id)
    for (const { cause } of faults) hunt = await takeHuntStep(person(), id, step({ after: hunt.steps.length, cause: cause! }))
    expect(hunt.ended).toBe(true)
    expect(hunt.debrief!.taken).toMatchObject({ mended: true, inVain: 0 })
    expect(hunt.debrief!.truth).toHaveLength(faults.length)
    expect(hunt.debrief!.best.minutes).toBeLessThanOrEqual(hunt.debrief!.taken.minutes)
    expect(hunt.debrief!.remember).toMatch(/\.$/)
    expect((await refusal(takeHuntStep(person(), id, step({ after: hunt.steps.length, check: 'soap' })))).status).toBe(409)
    const other = await begun(person)
    const told = await endHunt(person(), other.id, { as: 'given up' })
    expect(told.debrief!.taken.mended).toBe(false)
    expect((await endHunt(person(), other.id, { as: 'handed back' })).debrief).toEqual(told.debrief)
  })
})
