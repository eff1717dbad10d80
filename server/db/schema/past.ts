import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { BayRow } from '../../../shared/views'
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

/** What the Bay shows of a job, kept for as long as what it was derived from is the same and no clock changes it. */
export const bayRow = pgTable('bay_row', {
  jobId: uuid('job_id')
    .references(() => job.id, { onDelete: 'cascade' })
    .primaryKey(),
  /** of the rules and of the record that it was derived from (server/services/bay/keptRows.ts) */
  version: text('version').notNull(),
  row: jsonb('row').$type<BayRow>().notNull(),
})
