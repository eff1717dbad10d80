import { and, asc, desc, eq, isNull } from 'drizzle-orm'
import { tankKind, USUAL_LIMIT_SOURCE } from '../../../core/circuit/tankKinds'
import { historyOf } from '../../../core/practice/history'
import type { Hunt } from '../../../core/practice/hunt'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import type { PracticeJobForm, PracticeJobLine } from '../../../shared/practice'
import { emptyComplaint, type NewJob } from '../../../shared/schemas/job'
import type { JobView } from '../../../shared/views'
import { database, inTransaction } from '../../db/client'
import { job, part, practiceHunt } from '../../db/schema'
import { inventHiddenTank } from '../bench/hiddenTank'
import { openJob } from '../job/jobs'
import { loadJob } from '../job/loadJobs'
import { derivedId } from '../ground/derivedId'
import type { Actor } from '../ground/change'
import { idTaken, notFound, refuseField } from '../ground/refusal'
import { hiddenTankOf } from './hiddenTankOf'
import { practiceCraft } from './practiceCraft'

/** What a new job of Practice is of a kind of tank. */
function factsOf(id: string, kindKey: string): NewJob {
  const kind = tankKind(kindKey)
  return {
    id,
    work: 'leak',
    craftName: practiceCraft(id),
    craftKind: kind.craft,
    craftBuilt: null,
    craftRegistration: '',
    tankName: kind.name.toLowerCase(),
    tankKind: kind.key,
    material: kind.material,
    capacity: kind.capacity,
    fuel: 'petrol',
    pressureLimit: kind.pressureLimit,
    limitSource: 'as is usual for its kind, in Practice',
    acceptance: throughputFromStandard(kind.acceptance),
    fuelAcceptance: null,
    limitsReason: '',
    complaint: emptyComplaint(),
  }
}

/** Whether a job is the practice of somebody else. */
export async function isOthersPractice(personId: string, jobId: string): Promise<boolean> {
  const [its] = await database().select({ reality: job.reality, openedBy: job.openedBy }).from(job).where(eq(job.id, jobId))
  return its?.reality === 'practice' && its.openedBy !== personId
}

/** Somebody's tanks of Practice, the latest first. */
export async function practiceJobsOf(actor: Actor): Promise<PracticeJobLine[]> {
  const rows = await database()
    .select({ id: job.id, tank: job.tankName, openedAt: job.openedAt, huntId: practiceHunt.id })
    .from(job)
    .leftJoin(practiceHunt, eq(practiceHunt.jobId, job.id))
    .where(and(eq(job.reality, 'practice'), eq(job.openedBy, actor.id)))
    .orderBy(desc(job.openedAt))
    .limit(20)
  return rows.map(row => ({ ...row, openedAt: +row.openedAt }))
}

/** Opens the job of a hunt, with all that is hidden in its tank. A repeated call opens no other. @returns its id */
export async function openHuntJob(actor: Actor, huntId: string, hunt: Hunt): Promise<string> {
  const id = derivedId(huntId, 'job')
  const view = await openJob(
    actor,
    {
      ...factsOf(id, hunt.tank.key),
      fuel: hunt.fuel,
      craftBuilt: hunt.age === null ? null : actor.now.getFullYear() - hunt.age,
      complaint: { signs: [...hunt.signs], codes: [...hunt.codes], words: historyOf(hunt).join(' ') },
    },
    'practice',
  )
  const keys = Object.fromEntries(view.parts.map(({ id: partId, position }) => [partId, hunt.tank.parts[position]!.key]))
  const idOf = (key: string) => Object.keys(keys).find(partId => keys[partId] === key)!
  await hide(id, { ...hiddenTankOf(hunt, idOf), keys })
  return id
}

const hide = (id: string, hiddenTank: typeof job.$inferInsert.hiddenTank) =>
  database()
    .update(job)
    .set({ hiddenTank })
    .where(and(eq(job.id, id), isNull(job.hiddenTank)))

const ownPractice = (actor: Actor, id: string) => and(eq(job.id, id), eq(job.reality, 'practice'), eq(job.openedBy, actor.id))

/** An id that a job of the shop or of somebody else has is no repeated tap. @throws Refusal 409 */
async function mustBeOwnPractice(actor: Actor, id: string): Promise<void> {
  const [own] = await database().select({ id: job.id }).from(job).where(ownPractice(actor, id))
  if (!own) throw idTaken()
}

/**
 * Opens a tank of Practice: of a kind, or like a job of the shop without its names, words and papers. Something is hidden in it.
 * A repeated id is the same.
 * @throws Refusal 422 for neither or both, 404 for a job that is not there, 409 for an id that another job has
 */
export async function openPracticeJob(actor: Actor, { id, tankKind: kind, copyOf }: PracticeJobForm): Promise<JobView> {
  if ((kind === null) === (copyOf === null)) throw refuseField('tankKind', 'Choose a kind of tank, or a job to copy.')
  const view = copyOf === null ? await openJob(actor, factsOf(id, kind!), 'practice') : await copied(actor, id, copyOf)
  await mustBeOwnPractice(actor, id)
  await hide(id, inventHiddenTank(view))
  return loadJob(id)
}

/** Who it belongs to, what was said in words and who measured what stay behind: the tank, its map and its signs are the same. */
async function copied(actor: Actor, id: string, copyOf: string): Promise<JobView> {
  if (await isOthersPractice(actor.id, copyOf)) throw notFound('job')
  const from = await loadJob(copyOf)
  await openJob(
    actor,
    {
      ...factsOf(id, from.tankKind),
      work: from.work,
      craftKind: from.craft.kind,
      craftBuilt: from.craft.built,
      material: from.material,
      capacity: from.capacity,
      fuel: from.fuel,
      pressureLimit: from.pressureLimit,
      limitSource: from.limitSource === USUAL_LIMIT_SOURCE ? USUAL_LIMIT_SOURCE : 'as on the job it was copied from',
      acceptance: from.acceptance,
      fuelAcceptance: from.fuelAcceptance,
      complaint: { ...from.complaint, words: '' },
    },
    'practice',
  )
  await inTransaction(async tx => {
    const [held] = await tx.select({ hidden: job.hiddenTank }).from(job).where(ownPractice(actor, id)).for('update')
    if (!held) throw idTaken()
    if (held.hidden) return
    const parts = await tx
      .select()
      .from(part)
      .where(and(eq(part.jobId, copyOf), isNull(part.removedAt)))
      .orderBy(asc(part.position))
    await tx.delete(part).where(eq(part.jobId, id))
    await tx.insert(part).values(parts.map(each => ({ ...each, id: derivedId(each.id, id), jobId: id, addedAt: null })))
    await tx.update(job).set({ circuit: from.circuit, wallGive: from.wallGive }).where(eq(job.id, id))
  })
  return loadJob(id)
}
