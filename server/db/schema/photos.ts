import { type AnyPgColumn, index, integer, pgTable, uuid } from 'drizzle-orm/pg-core'
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
