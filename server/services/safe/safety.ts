import { eq } from 'drizzle-orm'
import { cautionsFor, type WorkAct, type WorkPlan } from '../../../core/fuel/makeSafe'
import { gasPoints } from '../../../core/fuel/vapour'
import { gasMeterAt, type GasMeterReading } from '../../../core/standin/gasMeter'
import { fitsIn } from '../../../core/fuel/weighing'
import type { PlanForm } from '../../../shared/schemas/safety'
import { dueOn, heatRefused, planWith, safetyCaseOf, vapourOn } from '../../../shared/safety'
import type { JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { job } from '../../db/schema'
import { hangBell, takeOffBellsOf } from '../bells/bells'
import type { Appending, EntryService } from '../record/entryService'
import { change, type Actor } from '../ground/change'
import { loadJob } from '../job/loadJobs'
import { hangPromise } from '../narrow/promise'
import { Refusal, refuseField } from '../ground/refusal'

const samePlan = (one: WorkPlan, other: WorkPlan): boolean =>
  one.place === other.place &&
  (one.promised ?? null) === (other.promised ?? null) &&
  one.acts.length === other.acts.length &&
  one.acts.every(act => other.acts.includes(act))

/** Says where the work is done and what is planned: what a new plan calls for has to be read again. */
export async function planWork(actor: Actor, jobId: string, { was, ...plan }: PlanForm): Promise<JobView> {
  await change(
    actor,
    { verb: 'planned the work', touches: ['facts'], jobId, subjectId: jobId, detail: { ...plan } },
    async (tx, now) => {
      const before = await loadJob(jobId, tx)
      if (samePlan(before.plan, plan)) return null
      if (!samePlan(before.plan, was))
        throw new Refusal(409, 'Somebody else planned this meanwhile. Look at it as it is now, then change it.', {}, before)
      await tx.update(job).set({ plan }).where(eq(job.id, jobId))
      if (plan.promised !== before.plan.promised) await hangPromise(tx, jobId, now, true)
      return true
    },
  )
  return loadJob(jobId)
}

/**
 * That a person read cautions of a job, with what calls for each: the plan, and the act that is about to be done. Cautions that do not
 * apply are left out; one that this person has read for the same is not kept again.
 */
export const cautionsService: EntryService<'cautions'> = {
  keep({ actor, job: tank, form: { cautions, act } }) {
    const called = cautionsFor(safetyCaseOf(tank, act ? planWith(tank.plan, act) : tank.plan))
    const known = tank.cautionsRead.filter(read => read.personId === actor.id)
    const fresh = called.filter(
      ({ caution, calledBy }) =>
        cautions.includes(caution.key) &&
        !known.some(read => read.caution === caution.key && calledBy.every(call => read.calledBy.includes(call))),
    )
    return fresh.length === 0
      ? null
      : { read: fresh.map(({ caution, calledBy }) => ({ caution: caution.key, calledBy: [...calledBy] })) }
  },
}

/** @throws Refusal 409 when the one who acts has not read what this act calls for */
export function mustHaveReadCautions(tank: JobView, actor: Actor, act: WorkAct, what = 'air'): void {
  if (dueOn(tank, actor.id, act).length > 0) throw new Refusal(409, `Read the cautions of this job before ${what} goes in.`)
}

/**
 * The bell of the second round of readings, or of readings that grow too old: one a job, for the latest entry that readings
 * depend on.
 */
async function hangVapour(tx: Transaction, jobId: string, subjectId: string, now: Date): Promise<void> {
  const tank = await loadJob(jobId, tx)
  const standing = vapourOn(tank, +now)
  await takeOffBellsOf(tx, 'vapour', jobId, now)
  const hang = (detail: string, dueAt: number) =>
    hangBell(tx, { jobId, kind: 'vapour', subjectId, title: `${tank.craft.name}, vapour`, detail, dueAt: new Date(dueAt) })
  if (standing.state === 'read again') await hang('read every point again', standing.at)
  if (standing.state === 'gas-free') await hang('the readings are too old', standing.until)
}

const hangsVapour = ({ tx, job: tank, form }: Appending<'gas' | 'drained'>, said: Date): Promise<void> =>
  hangVapour(tx, tank.id, form.id, said)

export const gasService: EntryService<'gas'> = { then: hangsVapour }

const overCapacity = (tank: JobView) =>
  `That is more than this tank holds (${(1000 * tank.capacity).toFixed(0)} L). Check the unit, or the capacity.`

/** @throws Refusal 422 for more than the tank holds */
export const drainedService: EntryService<'drained'> = {
  keep({ job: tank, form: { id: _, ...facts } }) {
    if (facts.volume > 1.05 * tank.capacity) throw refuseField('volume', overCapacity(tank))
    return facts
  },
  then: hangsVapour,
}

/** @throws Refusal 422 for more than the tank holds */
export const weighingService: EntryService<'weighing'> = {
  keep({ job: tank, form: { id: _, ...facts } }) {
    if (facts.level !== null && !fitsIn(facts.level, tank.capacity)) throw refuseField('level', overCapacity(tank))
    return facts
  },
}

/** @throws Refusal 409 when heat or sparks are meant and the tank's vapour readings do not stand */
export function mustBeGasFree(tank: JobView, now: number): void {
  const problem = heatRefused(tank, now)
  if (problem) throw new Refusal(409, `No heat on this tank yet. ${problem}`)
}

/**
 * What a gas meter shows at a point of this job's simulated tank, aired since fuel was last drained. @throws Refusal 409 when
 * the job has none
 */
export async function lookAtGasMeter(jobId: string, point: string, now: number): Promise<GasMeterReading> {
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, jobId))
  if (!own?.hiddenTank) throw new Refusal(409, 'This job has no stand-in tank to read.')
  const last = (await loadJob(jobId)).drained.filter(each => !each.struck).at(-1)
  // Any other point is taken for the one that airs last.
  const known = gasPoints.indexOf(point as (typeof gasPoints)[number])
  const place = known < 0 ? gasPoints.length - 1 : known
  return gasMeterAt(own.hiddenTank.seed, place, last ? (now - last.at) / 1000 : 0)
}
