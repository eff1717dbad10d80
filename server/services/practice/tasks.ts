import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm'
import { rungKeys, rungOf, type RungKey } from '../../../core/practice/rungs'
import type { RungView, TaskForm } from '../../../shared/practice'
import { database, inTransaction } from '../../db/client'
import { person, practiceHunt, practiceTask } from '../../db/schema'
import { works } from '../people/people'
import type { Actor } from '../ground/change'
import { refuseField } from '../ground/refusal'

/** Tasks of somebody that were not taken yet. */
const waiting = (personId: string) => and(eq(practiceTask.personId, personId), isNull(practiceTask.huntId))

/** The ladder as somebody climbs it. A trap is named once it was met: its hunt has ended. */
export async function ladderOf(actor: Actor): Promise<RungView[]> {
  const hunts = await database()
    .select({ rung: practiceHunt.rung, endedAt: practiceHunt.endedAt, debrief: practiceHunt.debrief })
    .from(practiceHunt)
    .where(and(eq(practiceHunt.personId, actor.id), isNotNull(practiceHunt.rung)))
  const tasks = await database()
    .select({ rung: practiceTask.rung, by: person.name })
    .from(practiceTask)
    .innerJoin(person, eq(person.id, practiceTask.setBy))
    .where(waiting(actor.id))
  return rungKeys.map((key, k) => {
    const own = hunts.filter(({ rung }) => rung === key)
    return {
      number: k + 1,
      name: own.some(({ endedAt }) => endedAt) ? rungOf(key).name : null,
      won: own.some(({ debrief }) => debrief?.won),
      tries: own.length,
      setBy: tasks.find(({ rung }) => rung === key)?.by ?? null,
    }
  })
}

/** Sets somebody a rung; a repeated id, or the same rung again before it is taken, is the same. @throws Refusal 422 */
export async function setTask(actor: Actor, { id, personId, rung: number }: TaskForm): Promise<void> {
  const [who] = await database()
    .select({ id: person.id })
    .from(person)
    .where(and(eq(person.id, personId), works))
  if (!who) throw refuseField('personId', 'There is nobody like that here.')
  const rung = rungKeys[number - 1]!
  await inTransaction(async tx => {
    await tx.select({ id: person.id }).from(person).where(eq(person.id, personId)).for('update')
    const [same] = await tx
      .select({ id: practiceTask.id })
      .from(practiceTask)
      .where(and(waiting(personId), eq(practiceTask.rung, rung)))
    if (same) return
    await tx.insert(practiceTask).values({ id, personId, setBy: actor.id, rung, at: actor.now }).onConflictDoNothing()
  })
}

/** Takes up what was set of a rung, if anything was. */
export async function takeTask(actor: Actor, rung: RungKey, huntId: string): Promise<void> {
  await database()
    .update(practiceTask)
    .set({ huntId })
    .where(and(waiting(actor.id), eq(practiceTask.rung, rung)))
}

/** Numbers of the rungs that wait for each person. */
export async function tasksWaiting(): Promise<Map<string, number[]>> {
  const rows = await database()
    .select({ personId: practiceTask.personId, rung: practiceTask.rung })
    .from(practiceTask)
    .where(isNull(practiceTask.huntId))
    .orderBy(asc(practiceTask.at))
  const all = new Map<string, number[]>()
  for (const { personId, rung } of rows)
    all.set(personId, [...(all.get(personId) ?? []), rungKeys.findIndex(key => key === rung) + 1])
  return all
}
