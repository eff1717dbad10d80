import { ne } from 'drizzle-orm'
import type { JobView } from '../../../shared/views'
import { job } from '../../db/schema'
import { Refusal } from '../ground/refusal'

/** Jobs of the shop: all but somebody's practice, which is on no list and in no figure. */
export const inShop = ne(job.reality, 'practice')

/** @throws Refusal 409 for practice, which is not signed, carded or sent anywhere */
export function mustBeEvidence({ reality }: Pick<JobView, 'reality'>): void {
  if (reality === 'practice') throw new Refusal(409, 'This is practice: it is evidence of nothing, and stays here.')
}
