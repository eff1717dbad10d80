import { randomInt } from 'node:crypto'
import { and, asc, count, desc, eq, gte, inArray, isNull, lte, sql } from 'drizzle-orm'
import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs'
import { brierScore, calibrationOf, type CurveAnswer, type CurveWord } from '../../../core/practice/curve'
import { topics, type Topic } from '../../../core/practice/questions/question'
import { questionOf } from '../../../core/practice/questions/questions'
import { rungKeys } from '../../../core/practice/rungs'
import {
  LOOKED_AT,
  practiceTopics,
  SAFE_FROM,
  type CurveAnswerForm,
  type CurveResult,
  type CurveView,
  type PersonStanding,
  type PracticeTopic,
  type PracticeView,
  type QuestionAnswer,
  type QuestionResult,
  type QuestionView,
  type TopicStanding,
} from '../../../shared/practice'
import { database, inTransaction, type Transaction } from '../../db/client'
import { person, practiceAnswer, practiceCard, practiceHunt } from '../../db/schema'
import type { Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'
import { practiceCurve } from './practiceCurve'
import { tasksWaiting } from './tasks'

const seeds = { from: 1, to: 1_000_000 }
/** What was missed comes back after days, the longer the better it is known (Free Spaced Repetition Scheduler, by its package). */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false })
/** Answers that a person’s calibration is drawn from. */
const CALIBRATED = 200

const mine = (personId: string) => eq(practiceAnswer.personId, personId)

/** The last answers of somebody, the newest first. */
const answersOf = (personId: string, topic: PracticeTopic, most: number) =>
  database()
    .select()
    .from(practiceAnswer)
    .where(and(mine(personId), eq(practiceAnswer.topic, topic)))
    .orderBy(desc(practiceAnswer.at))
    .limit(most)

async function standingOf(personId: string): Promise<TopicStanding[]> {
  return Promise.all(
    practiceTopics.map(async topic => {
      const last = await answersOf(personId, topic, LOOKED_AT)
      const right = last.filter(each => each.said === each.right).length
      return { topic, right, of: last.length, safe: right >= SAFE_FROM }
    }),
  )
}

/** The start of a person's day, so many minutes east of Greenwich. */
function midnight(now: Date, minutesEast: number): Date {
  const shifted = new Date(+now + minutesEast * 60_000)
  shifted.setUTCHours(0, 0, 0, 0)
  return new Date(+shifted - minutesEast * 60_000)
}

/** How somebody stands in Practice. It is their own: nobody else sees it but the owner, and the owner only who is safe on what. */
export async function practiceOf({ id, now }: Actor, minutesEast: number): Promise<PracticeView> {
  const [[today], [due], standing, curves] = await Promise.all([
    database()
      .select({ count: count() })
      .from(practiceAnswer)
      .where(and(mine(id), gte(practiceAnswer.at, midnight(now, minutesEast)))),
    database()
      .select({ count: count() })
      .from(practiceCard)
      .where(and(eq(practiceCard.personId, id), lte(practiceCard.dueAt, now))),
    standingOf(id),
    answersOf(id, 'curve', CALIBRATED),
  ])
  const answers = curves.map(({ said, sure, right }): CurveAnswer => ({
    said: said as CurveWord,
    sure: sure!,
    right: right as CurveWord,
  }))
  return {
    today: today!.count,
    due: due!.count,
    topics: standing,
    curves: {
      of: answers.length,
      score: answers.length > 0 ? answers.reduce((sum, each) => sum + brierScore(each), 0) / answers.length : null,
      calibration: calibrationOf(answers),
    },
  }
}

/** The next question: what was missed and is due, otherwise a fresh one of the topic that somebody is least safe on. */
export async function nextQuestion({ id, now }: Actor): Promise<QuestionView> {
  const [due] = await database()
    .select()
    .from(practiceCard)
    .where(and(eq(practiceCard.personId, id), lte(practiceCard.dueAt, now)))
    .orderBy(asc(practiceCard.dueAt))
    .limit(1)
  const standing = await standingOf(id)
  const least = topics
    .map(topic => standing.find(each => each.topic === topic)!)
    .sort((a, b) => a.right / Math.max(1, a.of) - b.right / Math.max(1, b.of) || a.of - b.of)[0]!
  const topic = (due?.topic as Topic | undefined) ?? (least.topic as Topic)
  const seed = due?.seed ?? randomInt(seeds.from, seeds.to)
  const { ask, choices } = questionOf(topic, seed)
  return { topic, seed, ask, choices: choices.map(({ key, words }) => ({ key, words })), again: due !== undefined }
}

/** Whether an answer was kept already: a repeated tap counts once. */
async function isRepeated(tx: Transaction, actor: Actor, id: string): Promise<boolean> {
  const [found] = await tx.select().from(practiceAnswer).where(eq(practiceAnswer.id, id))
  if (found && found.personId !== actor.id) throw new Refusal(409, 'This answer is somebody else’s. Open the page anew.')
  return found !== undefined
}

/** Takes an answer; what was missed comes back. It is kept for its person alone, and no line of the shop's trail tells of it. @throws Refusal 422 when it is none of the choices */
export async function answerQuestion(actor: Actor, { id, topic, seed, said }: QuestionAnswer): Promise<QuestionResult> {
  const { right, choices } = questionOf(topic, seed)
  if (!choices.some(({ key }) => key === said)) throw new Refusal(422, 'Choose one of the answers.', { said: 'Choose one.' })
  const mineHere = and(eq(practiceCard.personId, actor.id), eq(practiceCard.topic, topic), eq(practiceCard.seed, seed))
  const { now } = actor
  await inTransaction(async tx => {
    if (await isRepeated(tx, actor, id)) return
    await tx.insert(practiceAnswer).values({ id, personId: actor.id, at: now, topic, seed, said, right })
    const [before] = await tx.select().from(practiceCard).where(mineHere)
    if (!before && said === right) return
    const card = next(before?.card ?? null, said === right, now)
    const row = { personId: actor.id, topic, seed, dueAt: card.due, card }
    await tx
      .insert(practiceCard)
      .values(row)
      .onConflictDoUpdate({ target: [practiceCard.personId, practiceCard.topic, practiceCard.seed], set: row })
  })
  const [card] = await database().select().from(practiceCard).where(mineHere)
  return { right, choices, comesBackAt: card ? +card.dueAt : null }
}

function next(before: Card | null, isRight: boolean, now: Date): Card {
  const card = before
    ? { ...before, due: new Date(before.due), last_review: before.last_review && new Date(before.last_review) }
    : createEmptyCard(now)
  return scheduler.next(card, now, isRight ? Rating.Good : Rating.Again).card
}

/** A fresh curve to judge. */
export async function nextCurve(): Promise<CurveView> {
  const seed = randomInt(seeds.from, seeds.to)
  return (await practiceCurve(seed)).view
}

/** Takes what somebody said of a curve, and how sure they were. */
export async function answerCurve(actor: Actor, { id, seed, said, sure }: CurveAnswerForm): Promise<CurveResult> {
  const { right, leak, low, high } = (await practiceCurve(seed)).truth
  const { now } = actor
  await inTransaction(async tx => {
    if (await isRepeated(tx, actor, id)) return
    await tx.insert(practiceAnswer).values({ id, personId: actor.id, at: now, topic: 'curve', seed, said, sure, right })
  })
  return { right, leak, low, high, score: brierScore({ said, sure, right }) }
}

/** Who is safe on what: for the owner. */
export async function peopleInPractice(): Promise<PersonStanding[]> {
  const people = await database()
    .select({ id: person.id, name: person.name })
    .from(person)
    .where(and(isNull(person.leftAt), isNull(person.elsewhere)))
    .orderBy(person.name)
  const tasks = await tasksWaiting()
  return Promise.all(
    people.map(async each => {
      const [last] = await database()
        .select({ at: practiceAnswer.at })
        .from(practiceAnswer)
        .where(mine(each.id))
        .orderBy(desc(practiceAnswer.at))
        .limit(1)
      const [hunted] = await database()
        .select({ at: practiceHunt.beganAt })
        .from(practiceHunt)
        .where(eq(practiceHunt.personId, each.id))
        .orderBy(desc(practiceHunt.beganAt))
        .limit(1)
      const won = await database()
        .selectDistinct({ rung: practiceHunt.rung })
        .from(practiceHunt)
        .where(
          and(
            eq(practiceHunt.personId, each.id),
            inArray(practiceHunt.rung, [...rungKeys]),
            sql`${practiceHunt.debrief}->>'won' = 'true'`,
          ),
        )
      return {
        ...each,
        topics: await standingOf(each.id),
        rungs: won.length,
        set: tasks.get(each.id) ?? [],
        lastAt: Math.max(last ? +last.at : 0, hunted ? +hunted.at : 0) || null,
      }
    }),
  )
}
