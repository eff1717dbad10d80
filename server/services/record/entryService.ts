import type { EntryFacts, EntryForm, EntryKindKey } from '../../../shared/record/kinds'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import type { Actor } from '../ground/change'
import { refuseField } from '../ground/refusal'

/** An entry on its way into a job's record. */
export interface Appending<K extends EntryKindKey> {
  tx: Transaction
  actor: Actor
  /** when it happened */
  now: Date
  /** the job as it was before */
  job: JobView
  form: EntryForm<K>
}

/**
 * When something happened that is typed later.
 * @throws Refusal 422 where that was before the job was opened
 */
export function happenedThen({ job, now, form }: { job: JobView; now: Date; form: { ago?: number } }): Date {
  // What is sent at once is now: a page's clock is no stopwatch.
  if ((form.ago ?? 0) < 5000) return now
  const at = +now - form.ago!
  if (at < job.openedAt) throw refuseField('ago', 'That was before this job was opened. Say when it was.')
  return new Date(at)
}

/** What the server asks of a kind of entry and does with it, beside what its kind says; where nothing is asked, it is kept as it is sent. */
export interface EntryService<K extends EntryKindKey> {
  /** when it happened, where that is not now */
  happened?: (its: Appending<K>) => Date
  /**
   * What is kept of it; null where that is said already.
   * @throws Refusal when it cannot be
   */
  keep?: (its: Appending<K>) => EntryFacts<K> | null | Promise<EntryFacts<K> | null>
  /** the entry that it belongs to, where its form does not say */
  about?: (its: Appending<K>) => string
  /** what follows from it, in the same transaction: bells, other entries. `said` is now by the server's clock */
  then?: (its: Appending<K>, said: Date) => Promise<void>
  /** it says nothing new of a job that was handed back: that stays away */
  leavesAway?: (form: EntryForm<K>) => boolean
}
