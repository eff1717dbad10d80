import { doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { Card } from 'ts-fsrs'
import type { Debrief } from '../../../core/practice/debrief'
import type { World } from '../../../core/practice/hunt'
import type { RungKey } from '../../../core/practice/rungs'
import type { SearchState } from '../../../core/practice/search'
import type { PracticeTopic } from '../../../shared/practice'
import { id, moment } from './columns'
import { job } from './jobs'
import { person, personId } from './people'

/** What somebody answered in Practice. It belongs to a person; nothing of it is evidence, or of any job. */
export const practiceAnswer = pgTable(
  'practice_answer',
  {
    id: id(),
    personId: personId(),
    at: moment('at').notNull(),
    topic: text('topic').$type<PracticeTopic>().notNull(),
    /** of the question or the curve, from which it can be made again */
    seed: integer('seed').notNull(),
    said: text('said').notNull(),
    /** chance that they gave it; of curves */
    sure: doublePrecision('sure'),
    right: text('right').notNull(),
  },
  table => [index('practice_answer_person').on(table.personId, table.at)],
)

/** What somebody missed, and when it comes back to them. */
export const practiceCard = pgTable(
  'practice_card',
  {
    personId: uuid('person_id')
      .references(() => person.id)
      .notNull(),
    topic: text('topic').$type<PracticeTopic>().notNull(),
    seed: integer('seed').notNull(),
    dueAt: moment('due_at').notNull(),
    card: jsonb('card').$type<Card>().notNull(),
  },
  table => [primaryKey({ columns: [table.personId, table.topic, table.seed] })],
)

/** A hunt of somebody, as far as it has come. */
export const practiceHunt = pgTable(
  'practice_hunt',
  {
    id: id(),
    personId: personId(),
    seed: integer('seed').notNull(),
    world: text('world').$type<World>().notNull(),
    /** rung of the ladder, the first hour, or null for one that is drawn whole */
    rung: text('rung').$type<RungKey>(),
    /** the job on whose screens it is played; null where it is played step by step */
    jobId: uuid('job_id').references(() => job.id),
    beganAt: moment('began_at').notNull(),
    /** what was done and shown; what is hidden is drawn from the seed */
    state: jsonb('state').$type<SearchState>().notNull(),
    endedAt: moment('ended_at'),
    /** made once when it ends: it takes seconds of work */
    debrief: jsonb('debrief').$type<Debrief>(),
  },
  table => [index('practice_hunt_person').on(table.personId, table.beganAt)],
)

/** A rung of the ladder that the owner set somebody, and the hunt in which they took it. */
export const practiceTask = pgTable(
  'practice_task',
  {
    id: id(),
    personId: personId(),
    setBy: uuid('set_by')
      .references(() => person.id)
      .notNull(),
    rung: text('rung').$type<RungKey>().notNull(),
    at: moment('at').notNull(),
    huntId: uuid('hunt_id').references(() => practiceHunt.id),
  },
  table => [index('practice_task_person').on(table.personId)],
)
