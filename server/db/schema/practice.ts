import { doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { Card } from 'ts-fsrs'
import type { PracticeTopic } from '../../../shared/practice'
import { id, moment } from './columns'
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
