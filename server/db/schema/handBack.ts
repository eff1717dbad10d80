import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { ProofOutcome } from '../../../core/ledger/proof/proofOf'
import type { SignatureCapacity } from '../../../shared/schemas/handBack'
import type { SignedCover, SignedSections } from '../../../shared/prove/signedState'
import type { InstrumentFacts } from '../../../shared/schemas/instruments'
import { bytes, id, moment } from './columns'
import { jobId } from './jobs'
import { person, personId } from './people'

/** Somebody's name under the state of a job: it covers a digest, and is void as soon as that state is another. */
export const signature = pgTable(
  'signature',
  {
    id: id(),
    jobId: jobId(),
    capacity: text('capacity').$type<SignatureCapacity>().notNull(),
    /** by whose leave, and the number of the licence; empty where neither is asked for */
    authority: text('authority').notNull(),
    licence: text('licence').notNull(),
    digest: text('digest').notNull(),
    sections: jsonb('sections').$type<SignedSections>().notNull(),
    cover: jsonb('cover').$type<SignedCover>().notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('signature_job').on(table.jobId)],
)

/** An address under which an owner sees what to watch of one job, without an account. Of its token only a hash is kept. */
export const ownerCard = pgTable(
  'owner_card',
  {
    id: id(),
    jobId: jobId(),
    tokenHash: text('token_hash').notNull().unique(),
    personId: personId(),
    at: moment('at').notNull(),
    endedAt: moment('ended_at'),
    endedBy: uuid('ended_by').references(() => person.id),
  },
  table => [index('owner_card_job').on(table.jobId)],
)

/** What an owner said on a card. */
export const ownerWord = pgTable(
  'owner_word',
  {
    id: id(),
    jobId: jobId(),
    cardId: uuid('card_id')
      .references(() => ownerCard.id)
      .notNull(),
    /** the step in use that it stands for */
    step: text('step').notNull(),
    outcome: text('outcome').$type<ProofOutcome>().notNull(),
    words: text('words').notNull(),
    at: moment('at').notNull(),
  },
  table => [index('owner_word_job').on(table.jobId)],
)

/** What the shop calls itself on papers: one row. */
export const letterhead = pgTable('letterhead', {
  id: integer('id').primaryKey(),
  name: text('name').notNull(),
  /** where it is and how it is reached */
  line: text('line').notNull(),
  /** PNG; empty where it has no mark */
  mark: bytes('mark'),
  personId: personId(),
  at: moment('at').notNull(),
})

/** What was measured or switched of a tank's own instruments: its sender, its pressure sensor, its valves, the relief of its cap. */
export const instrumentCheck = pgTable(
  'instrument_check',
  {
    id: id(),
    jobId: jobId(),
    facts: jsonb('facts').$type<InstrumentFacts>().notNull(),
    note: text('note').notNull(),
    personId: personId(),
    at: moment('at').notNull(),
  },
  table => [index('instrument_check_job').on(table.jobId)],
)
