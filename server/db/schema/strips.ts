import { type AnyPgColumn, boolean, doublePrecision, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { bytes, id, moment } from './columns'
import { jobId } from './jobs'
import { personId } from './people'

/** A photograph without place data, with a small one for lists. */
export const photo = pgTable(
  'photo',
  {
    id: id(),
    jobId: jobId(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** the photograph that this one is with something drawn on it */
    drawnOn: uuid('drawn_on').references((): AnyPgColumn => photo.id),
    picture: bytes('picture').notNull(),
    thumbnail: bytes('thumbnail').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('photo_job').on(table.jobId)],
)

/** Something that came off, as one line of the strip list. */
export const stripEntry = pgTable(
  'strip_entry',
  {
    id: id(),
    jobId: jobId(),
    /** the fixing of the circuit that it is; empty for what only this craft has */
    fixing: text('fixing'),
    name: text('name').notNull(),
    mark: text('mark').notNull(),
    facing: text('facing').notNull(),
    fastener: text('fastener').notNull(),
    /** N·m, as it is to be tightened again */
    torque: doublePrecision('torque'),
    condition: text('condition').notNull(),
    /** this tank has no such thing: said once, so that nobody looks for it */
    absent: boolean('absent').notNull().default(false),
    photoId: uuid('photo_id').references(() => photo.id),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('strip_entry_job').on(table.jobId)],
)

/** That something which came off is on again, ticked once. */
export const refit = pgTable('refit', {
  id: id(),
  entryId: uuid('entry_id')
    .references(() => stripEntry.id)
    .notNull()
    .unique(),
  /** how it looks now */
  photoId: uuid('photo_id').references(() => photo.id),
  personId: personId(),
  at: moment('at').notNull(),
})
