import { lacksToHandBack, type HandBackLack } from '../../../core/ledger/proof/handBack'
import { jobStanding } from '../../../shared/jobEntries'
import { handBackCase } from '../../../shared/prove/handBackCase'
import type { CloseForm } from '../../../shared/schemas/handBack'
import { and, desc, eq, lt } from 'drizzle-orm'
import { tankKind } from '../../../core/circuit/tankKinds'
import { testName } from '../../../core/leaktest/testKinds'
import { jobAspects } from '../../../shared/changes'
import { factsOf } from '../../../shared/jobFacts'
import { limitsQuestion, type TankLimits } from '../../../shared/limits'
import { isRunning } from '../../../shared/leaktest/tests'
import { jobFactNames, type JobEdit, type JobFacts, type NewJob, type Reality } from '../../../shared/schemas/job'
import { TRAIL_PAGE, type JobView, type TrailView } from '../../../shared/views'
import { database } from '../../db/client'
import { job, part, person, trail } from '../../db/schema'
import { shopReality } from '../house/shopReality'
import type { Transaction } from '../../db/client'
import { keepEntry } from '../record/entryRows'
import { change, type Actor } from '../ground/change'
import { Refusal, refuseField } from '../ground/refusal'
import { craftNamed, freshCraft, lastDrawn, renamedCraft } from './crafts'
import { loadJob } from './loadJobs'

/**
 * Opens a job. A craft of the same name is the same craft: what was drawn of its tank comes along from its last job,
 * otherwise the parts and the circuit of the tank's kind. A repeated id is the same job.
 * @param reality what it stands on; as the shop's tanks are where nothing is said
 */
export async function openJob(actor: Actor, input: NewJob, reality?: Reality): Promise<JobView> {
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
      mustBeUsual(input)
      const { craftName, craftKind, craftBuilt, craftRegistration, ...facts } = input
      const its = { name: craftName, kind: craftKind, built: craftBuilt, registration: craftRegistration }
      // Practice says nothing of a craft of the shop that happens to be called so.
      const craftId = await (reality === 'practice' ? freshCraft : craftNamed)(tx, its)
      const before = await lastDrawn(tx, craftId, input.tankName, input.tankKind)
      const [made] = await tx
        .insert(job)
        .values({
          ...facts,
          reality: reality ?? (await shopReality(tx)),
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
      if (input.limitsReason !== '') await keepLimits(tx, actor, now, input, { reason: input.limitsReason })
      const parts = before?.parts ?? kind.parts.map(({ key: _, ...each }) => each)
      await tx
        .insert(part)
        .values(parts.map((each, position) => ({ ...each, id: crypto.randomUUID(), jobId: input.id, position })))
      return true
    },
  )
  return loadJob(input.id)
}

export function mustBeRevision(current: JobView, revision: number) {
  if (current.revision !== revision)
    throw new Refusal(409, 'Somebody else changed this job while you did. Choose what to keep.', {}, current)
}

const limitFacts: readonly (keyof JobFacts)[] = ['acceptance', 'fuelAcceptance', 'pressureLimit']

/** @throws Refusal 422 when a limit is changed without a reason of its own */
function mustGiveReason(changed: readonly (keyof JobFacts)[], { limitsReason }: JobFacts): void {
  const isSaid = changed.includes('limitsReason') && limitsReason !== ''
  if (changed.some(name => name === 'acceptance' || name === 'fuelAcceptance') && !isSaid)
    throw refuseField('limitsReason', 'Say why the limit is another one now; the record will show it.')
  if (changed.includes('pressureLimit') && !changed.includes('limitSource') && !isSaid)
    throw refuseField('limitSource', 'Say where this limit comes from; the record will show it.')
}

/** Limits far from what is usual want a reason from the start. @throws Refusal 422 */
function mustBeUsual(limits: TankLimits & Pick<JobFacts, 'limitsReason'>): void {
  const question = limits.limitsReason === '' ? limitsQuestion(limits) : null
  if (question) throw refuseField('limitsReason', question)
}

/** Keeps what limits were set to, by whom and when. */
export const keepLimits = (
  tx: Transaction,
  actor: Actor,
  now: Date,
  { id, acceptance, fuelAcceptance, pressureLimit }: Pick<JobView, 'id' | 'acceptance' | 'fuelAcceptance' | 'pressureLimit'>,
  { reason, movedParts = [] }: { reason: string; movedParts?: string[] },
) =>
  keepEntry(tx, {
    id: crypto.randomUUID(),
    jobId: id,
    kind: 'limits',
    facts: { acceptance, fuelAcceptance, pressureLimit, reason, movedParts },
    personId: actor.id,
    at: now,
  })

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
      // Verdicts follow the limits.
      touches: ['facts', 'tests', 'leaks'],
      jobId: id,
      subjectId: id,
      detail: Object.fromEntries(changed.map(name => [name, { from: old[name], to: edit[name] }])),
    },
    async (tx, now) => {
      const current = await loadJob(id, tx)
      mustBeRevision(current, revision)
      if (changed.length === 0) return null
      if (current.reality === 'practice' && changed.includes('craftName'))
        throw refuseField('craftName', 'A craft of Practice keeps its name.')
      mustGiveReason(changed, edit)
      mustBeUsual({ ...edit, tankKind: current.tankKind })
      if (changed.some(name => limitFacts.includes(name)))
        await keepLimits(tx, actor, now, { ...edit, id }, { reason: edit.limitsReason || edit.limitSource })
      const { craftName, craftKind, craftBuilt, craftRegistration, ...facts } = edit
      const [row] = await tx.select({ craftId: job.craftId }).from(job).where(eq(job.id, id))
      const craftId = await renamedCraft(tx, row!.craftId, {
        name: craftName,
        kind: craftKind,
        built: craftBuilt,
        registration: craftRegistration,
      })
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
 * Takes a job out of the Bay: without a reason it is handed back, with one it goes as it is. Whatever is recorded on it later brings
 * it back.
 * @throws Refusal 409 while a test runs on it, which would go on with nobody watching; 422 where it may not be handed back and no
 *   reason is given
 */
export async function closeJob(actor: Actor, id: string, { reason }: CloseForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: reason ? 'closed the job' : 'handed the tank back',
      touches: ['facts'],
      jobId: id,
      closesJob: { reason },
      subjectId: id,
      detail: { reason },
    },
    async (tx, now) => {
      const view = await loadJob(id, tx)
      const running = view.tests.find(isRunning)
      if (running) throw new Refusal(409, `${testName(running)} is still running on this tank. End it first.`)
      if (view.closedAt !== null) return null
      if (!reason) mustBeHandedBack(view, +now)
      return true
    },
  )
  return loadJob(id)
}

const lackSentences: Record<HandBackLack, string> = {
  'not sealed': 'It is not sealed.',
  'steps in use': 'Steps in use are still to be done.',
  'technician': 'Nobody who did the work has signed it as it is now.',
  'inspector': 'Nobody else with authority has countersigned it as it is now.',
}
/** @throws Refusal 422 with what is wanting */
function mustBeHandedBack(view: JobView, now: number): void {
  const { entries, ledger } = jobStanding(view, now)
  const [lack] = lacksToHandBack(handBackCase(view, entries, ledger))
  if (lack) throw refuseField('reason', `${lackSentences[lack]} Do that first, or say why it goes as it is.`)
}

/** Brings a job back into the Bay. */
export async function reopenJob(actor: Actor, id: string): Promise<JobView> {
  await change(actor, { verb: 'reopened the job', touches: ['facts'], jobId: id, subjectId: id }, async () => true)
  return loadJob(id)
}

/** A page of what was done on a job, latest first. @param before the entry from which the page goes back; null for the latest */
export async function jobTrail(id: string, before: number | null = null): Promise<TrailView[]> {
  const rows = await database()
    .select({ entry: trail, by: person.name })
    .from(trail)
    .leftJoin(person, eq(trail.personId, person.id))
    .where(and(eq(trail.jobId, id), before === null ? undefined : lt(trail.id, before)))
    .orderBy(desc(trail.id))
    .limit(TRAIL_PAGE)
  return rows.map(({ entry, by }) => ({ id: entry.id, at: +entry.at, by, verb: entry.verb, detail: entry.detail }))
}
