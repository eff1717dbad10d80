import { desc, eq } from 'drizzle-orm'
import type { Circuit } from '../../../core/circuit/circuit'
import { circuitFaults } from '../../../core/circuit/circuitFaults'
import { touchedByMap } from '../../../core/circuit/touchedByMap'
import { tankKind } from '../../../core/circuit/tankKinds'
import { testName } from '../../../core/leaktest/testKinds'
import { jobAspects } from '../../../shared/changes'
import { factsOf } from '../../../shared/jobFacts'
import { isRunning } from '../../../shared/leaktest/tests'
import type { CircuitEdit } from '../../../shared/schemas/circuit'
import { jobFactNames, type JobEdit, type JobFacts, type NewJob } from '../../../shared/schemas/job'
import type { JobView, TrailView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { job, mapBefore, part, person, touch, trail } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { Refusal, refuseField } from '../shop/refusal'
import { craftNamed, lastDrawn, renamedCraft } from './crafts'
import { loadJob } from './loadJobs'

/**
 * Opens a job. A craft of the same name is the same craft: what was drawn of its tank comes along from its last job,
 * otherwise the parts and the circuit of the tank's kind. A repeated id is the same job.
 */
export async function openJob(actor: Actor, input: NewJob): Promise<JobView> {
  const kind = tankKind(input.tankKind)
  await change(
    actor,
    {
      verb: 'opened the job',
      touches: [...jobAspects],
      jobId: input.id,
      opensJob: true,
      subjectId: input.id,
      detail: { craft: input.craftName, tank: input.tankName },
    },
    async (tx, now) => {
      const [same] = await tx.select({ id: job.id }).from(job).where(eq(job.id, input.id))
      if (same) return null
      const { craftName, craftKind, craftBuilt, ...facts } = input
      const craftId = await craftNamed(tx, { name: craftName, kind: craftKind, built: craftBuilt })
      const before = await lastDrawn(tx, craftId, input.tankName, input.tankKind)
      const [made] = await tx
        .insert(job)
        .values({
          ...facts,
          craftId,
          circuit: before?.circuit ?? kind.circuit,
          wallGive: kind.wallGivePerKPa / 1000,
          openedAt: now,
          movedAt: now,
          openedBy: actor.id,
        })
        .onConflictDoNothing()
        .returning({ id: job.id })
      if (!made) return null
      const parts = before?.parts ?? kind.parts.map(({ key: _, ...each }) => each)
      await tx
        .insert(part)
        .values(parts.map((each, position) => ({ ...each, id: crypto.randomUUID(), jobId: input.id, position })))
      return true
    },
  )
  return loadJob(input.id)
}

function mustBeRevision(current: JobView, revision: number) {
  if (current.revision !== revision)
    throw new Refusal(409, 'Somebody else changed this job while you did. Choose what to keep.', {}, current)
}

/** @throws Refusal 422 when a limit is changed without a reason of its own */
function mustGiveReason(changed: readonly (keyof JobFacts)[], { limitsReason }: JobFacts): void {
  const limits = changed.some(name => name === 'acceptance' || name === 'fuelAcceptance')
  if (limits && (!changed.includes('limitsReason') || limitsReason === ''))
    throw refuseField('limitsReason', 'Say why the limit is another one now; the record will show it.')
}

/**
 * Changes a job's facts.
 * @throws Refusal 409 with the job as it is now when somebody else changed it since `revision`
 */
export async function editJob(actor: Actor, id: string, { revision, ...edit }: JobEdit): Promise<JobView> {
  const before = await loadJob(id)
  const old = factsOf(before)
  const changed = jobFactNames.filter(name => JSON.stringify(old[name]) !== JSON.stringify(edit[name]))
  await change(
    actor,
    {
      verb: 'changed the job',
      touches: ['facts'],
      jobId: id,
      subjectId: id,
      detail: Object.fromEntries(changed.map(name => [name, { from: old[name], to: edit[name] }])),
    },
    async (tx, _now) => {
      const current = await loadJob(id, tx)
      mustBeRevision(current, revision)
      if (changed.length === 0) return null
      mustGiveReason(changed, edit)
      const { craftName, craftKind, craftBuilt, ...facts } = edit
      const [row] = await tx.select({ craftId: job.craftId }).from(job).where(eq(job.id, id))
      const craftId = await renamedCraft(tx, row!.craftId, { name: craftName, kind: craftKind, built: craftBuilt })
      await tx
        .update(job)
        .set({ ...facts, craftId, revision: revision + 1 })
        .where(eq(job.id, id))
      return true
    },
  )
  return loadJob(id)
}

/**
 * Sets the parts and the circuit that they are tied to: new parts are added, absent ones are taken off from now on, the others
 * renamed, moved and put in route order.
 * @throws Refusal 422 when the circuit does not hang together or a part with a leak would be taken off, 409 with the job as it
 *   is when somebody else changed it since `revision`
 */
export async function setCircuit(
  actor: Actor,
  id: string,
  { says, parts, spaces, links, revision }: Omit<CircuitEdit, keyof Circuit> & Circuit,
): Promise<JobView> {
  const before = await loadJob(id)
  const live = before.parts.filter(each => each.removedAt === null)
  const fault = circuitFaults({ spaces, links }, parts).find(each => each.fatal)
  if (fault) throw refuseField('parts', fault.sentence)
  const unlinked = parts.find(each => each.link !== null && !links.some(link => link.id === each.link))
  if (unlinked)
    throw refuseField(
      'parts',
      `${unlinked.name} is the body of a valve that is not there any more. Choose another valve, or none.`,
    )
  const detail = {
    added: parts.filter(each => !live.some(old => old.id === each.id)).map(each => each.name),
    removed: live.filter(old => !parts.some(each => each.id === old.id)).map(old => old.name),
    spaces: spaces.length,
    links: links.length,
    says,
  }
  await change(
    actor,
    { verb: 'changed the circuit', touches: ['facts', 'leaks'], jobId: id, subjectId: id, detail },
    async (tx, now) => {
      const current = await loadJob(id, tx)
      mustBeRevision(current, revision)
      if (says === 'changed now') await keepMapBefore(tx, actor, current, { spaces, links, parts }, now)
      await tx
        .update(job)
        .set({ circuit: { spaces, links }, revision: revision + 1 })
        .where(eq(job.id, id))
      for (const old of current.parts.filter(each => each.removedAt === null && !parts.some(kept => kept.id === each.id))) {
        if (current.leaks.some(each => each.partId === old.id))
          throw refuseField(
            'parts',
            `${old.name} has a leak on record, so it stays on the list. Rename it if the name is wrong.`,
          )
        await tx.update(part).set({ removedAt: now }).where(eq(part.id, old.id))
      }
      for (const [position, each] of parts.entries()) {
        const [elsewhere] = await tx.select({ jobId: part.jobId }).from(part).where(eq(part.id, each.id))
        if (elsewhere && elsewhere.jobId !== id) throw refuseField('parts', `${each.name} belongs to another job.`)
        const values = {
          name: each.name,
          family: each.family,
          shape: each.shape,
          opening: each.opening,
          space: each.space,
          link: each.link,
          trait: each.trait,
          position,
          removedAt: null,
        }
        // What is put on, for the first time or again, is new: no test before now says anything of it.
        const isNew = !current.parts.some(old => old.id === each.id && old.removedAt === null)
        const added = isNew ? { addedAt: now } : {}
        await tx
          .insert(part)
          .values({ id: each.id, jobId: id, ...values, ...added })
          .onConflictDoUpdate({ target: part.id, set: { ...values, ...added } })
      }
      return true
    },
  )
  return loadJob(id)
}

/** A tank that is another now: the map before stays for the tests of before, and what was joined otherwise was touched. */
async function keepMapBefore(
  tx: Transaction,
  actor: Actor,
  current: JobView,
  next: Circuit & Pick<CircuitEdit, 'parts'>,
  now: Date,
): Promise<void> {
  const live = current.parts.filter(each => each.removedAt === null)
  const drawn = live.map(({ id, name, family, shape, opening, space }) => ({ id, name, family, shape, opening, space }))
  await tx
    .insert(mapBefore)
    .values({ id: crypto.randomUUID(), jobId: current.id, until: now, circuit: current.circuit, parts: drawn })
  const partIds = touchedByMap({ circuit: current.circuit, parts: live }, { circuit: next, parts: next.parts })
  if (partIds.length === 0) return
  await tx.insert(touch).values({
    id: crypto.randomUUID(),
    jobId: current.id,
    personId: actor.id,
    at: now,
    partIds,
    kind: 'adjusted',
    note: 'joined otherwise on the map',
  })
}

/**
 * Takes a job out of the Bay. Whatever is recorded on it later brings it back.
 * @throws Refusal 409 while a test runs on it, which would go on with nobody watching
 */
export async function closeJob(actor: Actor, id: string): Promise<JobView> {
  await change(actor, { verb: 'closed the job', touches: ['facts'], jobId: id, closesJob: true, subjectId: id }, async tx => {
    const running = (await loadJob(id, tx)).tests.find(isRunning)
    if (running) throw new Refusal(409, `${testName(running)} is still running on this tank. End it first.`)
    return true
  })
  return loadJob(id)
}

/** Brings a job back into the Bay. */
export async function reopenJob(actor: Actor, id: string): Promise<JobView> {
  await change(actor, { verb: 'reopened the job', touches: ['facts'], jobId: id, subjectId: id }, async () => true)
  return loadJob(id)
}

/** What was done on a job, latest first. */
export async function jobTrail(id: string): Promise<TrailView[]> {
  const rows = await database()
    .select({ entry: trail, by: person.name })
    .from(trail)
    .leftJoin(person, eq(trail.personId, person.id))
    .where(eq(trail.jobId, id))
    .orderBy(desc(trail.id))
    .limit(500)
  return rows.map(({ entry, by }) => ({ id: entry.id, at: +entry.at, by, verb: entry.verb, detail: entry.detail }))
}
