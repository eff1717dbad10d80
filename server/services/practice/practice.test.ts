import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { curveOf } from '../../../core/practice/curve'
import { questionOf } from '../../../core/practice/questions/questions'
import { practiceQuerySchema } from '../../../shared/practice'
import { database } from '../../db/client'
import { practiceAnswer, practiceCard, trail } from '../../db/schema'
import { openTestShop, refusal, testActor } from '../shop/testShop'
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
  expect((await answerQuestion(person(), { id: randomUUID(), topic, seed: 78, said: rightOf(topic, 78) })).comesBackAt).toBeNull()
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
