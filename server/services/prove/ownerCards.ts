import { and, count, eq, gt, isNull } from 'drizzle-orm'
import { proofSteps } from '../../../core/ledger/proof/proofSteps'
import { jobStanding } from '../../../shared/jobEntries'
import { jobProof } from '../../../shared/prove/jobProof'
import { ownerSheet } from '../../../shared/prove/ownerSheet'
import type { OwnerWordForm } from '../../../shared/schemas/handBack'
import type { JobView, OwnerSheetView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { entry, ownerCard } from '../../db/schema'
import { mustBeEvidence } from '../job/inShop'
import { loadAspects, loadJob } from '../job/loadJobs'
import { isKept, keepEntry } from '../record/entryRows'
import { ringNow } from '../bells/bells'
import { change, type Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'
import { newToken, tokenHash } from '../ground/secretToken'
import { EARLY, hangNext } from './proof'
import { shopName } from './letterhead'

const DAY = 86_400_000
/** Words a card takes in a day: an owner has a few, a script has many. */
const MOST_WORDS_A_DAY = 12

/**
 * Makes a card for the owner; the one before ends. Its token is told here and never again, since only its hash is kept.
 * @throws Refusal 409 for a repeated id: the address that was told stands
 */
export async function makeOwnerCard(actor: Actor, jobId: string, id: string): Promise<{ job: JobView; token: string }> {
  const token = newToken()
  await change(
    actor,
    { verb: 'made a card for the owner', touches: ['leaks'], jobId, subjectId: id, leavesAway: true },
    async (tx, now) => {
      mustBeEvidence(await loadAspects(jobId, ['facts'], tx))
      await endCards(tx, actor, jobId, now)
      const [row] = await tx
        .insert(ownerCard)
        .values({ id, jobId, tokenHash: tokenHash(token), personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: ownerCard.id })
      if (!row) throw new Refusal(409, 'That card was made already, and its address told. Make another one if it is lost.')
      return row
    },
  )
  return { job: await loadJob(jobId), token }
}

/** Ends the cards of a job: their address shows nothing any more. */
export async function endOwnerCards(actor: Actor, jobId: string): Promise<JobView> {
  await change(
    actor,
    { verb: 'ended the owner’s card', touches: ['leaks'], jobId, subjectId: jobId, leavesAway: true },
    async (tx, now) => ((await endCards(tx, actor, jobId, now)) > 0 ? true : null),
  )
  return loadJob(jobId)
}

async function endCards(tx: Transaction, actor: Actor, jobId: string, now: Date): Promise<number> {
  const ended = await tx
    .update(ownerCard)
    .set({ endedAt: now, endedBy: actor.id })
    .where(and(eq(ownerCard.jobId, jobId), isNull(ownerCard.endedAt)))
    .returning({ id: ownerCard.id })
  return ended.length
}

/** @throws Refusal 404 for an address that is none, or has ended */
async function cardOf(token: string): Promise<typeof ownerCard.$inferSelect> {
  const [found] = await database()
    .select()
    .from(ownerCard)
    .where(and(eq(ownerCard.tokenHash, tokenHash(token)), isNull(ownerCard.endedAt)))
  if (!found) throw new Refusal(404, 'This card has ended. Ask the workshop for a new one.')
  return found
}

/** What an owner sees of the one job of a card. @throws Refusal 404 */
export async function readOwnerCard(token: string, now: Date): Promise<OwnerSheetView> {
  const { jobId } = await cardOf(token)
  const job = await loadJob(jobId)
  const { name, line } = await shopName()
  return { shop: name, shopLine: line, ...ownerSheet(job, jobStanding(job, +now)) }
}

/**
 * What an owner says: dry counts as the look that is due, wet is a leak until somebody says where. A repeated id is the same word.
 * @throws Refusal 404, 429 when a card says too much in a day
 */
export async function takeOwnerWord(token: string, { id, says, words }: OwnerWordForm, at: Date): Promise<OwnerSheetView> {
  const card = await cardOf(token)
  const { jobId } = card
  await change(
    null,
    {
      verb: says === 'wet' ? 'heard from the owner: it smells or is wet' : 'heard from the owner: still dry',
      touches: ['leaks', 'facts'],
      jobId,
      subjectId: id,
      detail: { words },
      byOwner: at,
      leavesAway: says === 'dry',
    },
    async (tx, now) => {
      if (await isKept(tx, { id, jobId, kind: 'proof' })) return null
      const [said] = await tx
        .select({ n: count() })
        .from(entry)
        .where(and(eq(entry.about, card.id), eq(entry.kind, 'proof'), gt(entry.at, new Date(+at - DAY))))
      const job = await loadJob(jobId, tx)
      if (said!.n >= MOST_WORDS_A_DAY) throw new Refusal(429, 'That is all heard. Call the workshop if there is more.')
      const facts = {
        step: stepNow(job, +now),
        outcome: says,
        watched: null,
        look: null,
        distance: null,
        tilt: null,
        note: words,
      }
      await keepEntry(tx, { id, jobId, kind: 'proof', about: card.id, facts, personId: null, at: now })
      await hangNext(tx, jobId, now)
      if (says === 'wet')
        await ringNow(
          tx,
          {
            jobId,
            kind: 'owner',
            subjectId: id,
            title: `${job.craft.name}: the owner says it smells or is wet`,
            detail: words || 'said on the card',
          },
          now,
        )
      return true
    },
  )
  return readOwnerCard(token, at)
}

/** The later look that is due, for which the word stands; none when no look is due. */
function stepNow(job: JobView, now: number): string {
  const { entries } = jobStanding(job, now)
  const { next } = jobProof(job, entries)
  const later = new Set(proofSteps(job.craft.kind).flatMap(step => (step.wait > 0 ? [step.key] : [])))
  return next && later.has(next.step.key) && next.due !== null && now >= next.due - EARLY ? next.step.key : ''
}
