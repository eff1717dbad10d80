import { pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { job } from './jobs'

/** What a job can be found by, taken from its record by whoever searches after it changed. */
export const jobWords = pgTable('job_words', {
  jobId: uuid('job_id')
    .references(() => job.id, { onDelete: 'cascade' })
    .primaryKey(),
  /** the version of the job's row that they were taken from: every change of a job makes another */
  version: text('version').notNull(),
  /** in small letters: the tank, what was complained of, why it left, numbers of lots, notes, and the parts that leaked or were the cause */
  words: text('words').notNull(),
  parts: text('parts').notNull(),
  /** keys of causes, materials and methods, without what was struck out */
  causes: text('causes').array().notNull(),
  materials: text('materials').array().notNull(),
  methods: text('methods').array().notNull(),
  /** who did something on it */
  people: uuid('people').array().notNull(),
})
