import { and, eq } from 'drizzle-orm'
import { partsDisturbedBy } from '../../../core/circuit/fixings'
import { liveParts } from '../../../shared/jobCircuit'
import { jobFixings, rebuildOf } from '../../../shared/rebuild'
import type { RefitForm, StripForm } from '../../../shared/schemas/strip'
import type { JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { photo, refit, stripEntry, touch } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { loadJob } from '../job/loadJobs'
import { notFound, Refusal, refuseField } from '../shop/refusal'

/** What is taken off or put on takes the evidence of the parts that it seals to. */
async function touchParts(
  tx: Transaction,
  actor: Actor,
  tank: JobView,
  fixing: string | null,
  kind: 'removed' | 'refitted',
  now: Date,
) {
  const partIds = fixing === null ? [] : partsDisturbedBy(fixing, jobFixings(tank), liveParts(tank))
  if (partIds.length === 0) return
  await tx
    .insert(touch)
    .values({ id: crypto.randomUUID(), jobId: tank.id, partIds, kind, note: '', personId: actor.id, at: now })
}

/** @throws Refusal 422 for a photograph that is not of this job, or not there yet */
async function mustHaveArrived(tx: Transaction, jobId: string, photoId: string | null): Promise<void> {
  if (!photoId) return
  const [its] = await tx
    .select({ id: photo.id })
    .from(photo)
    .where(and(eq(photo.id, photoId), eq(photo.jobId, jobId)))
  if (!its) throw refuseField('photoId', 'That photograph has not arrived. Take it again, or log it without.')
}

/**
 * Logs something that came off. A repeated id is the same line. @throws Refusal 409 when it is off already, 422 for a
 * photograph of another job
 */
export async function logStrip(actor: Actor, jobId: string, form: StripForm): Promise<JobView> {
  await change(
    actor,
    { verb: 'took something off', touches: ['stripping', 'leaks'], jobId, subjectId: form.id, detail: { name: form.name } },
    async (tx, now) => {
      const tank = await loadJob(jobId, tx)
      if (tank.stripped.some(each => each.id === form.id)) return null
      const off = tank.stripped.find(
        each => !each.struck && form.fixing !== null && each.fixing === form.fixing && each.refit === null,
      )
      if (off)
        throw new Refusal(
          409,
          off.absent
            ? `${off.by} said that this tank has no such thing. Strike that out first.`
            : `${form.name} is off already: ${off.by} logged it.`,
        )
      await mustHaveArrived(tx, jobId, form.photoId)
      await tx.insert(stripEntry).values({ ...form, jobId, personId: actor.id, at: now })
      if (!form.absent) await touchParts(tx, actor, tank, form.fixing, 'removed', now)
      return true
    },
  )
  return loadJob(jobId)
}

/**
 * Ticks that something is on again. A repeated id is the same tick. @throws Refusal 409 when somebody ticked it before, or a
 * part for it has not arrived
 */
export async function tickRefit(actor: Actor, entryId: string, form: RefitForm): Promise<JobView> {
  const [entry] = await database().select().from(stripEntry).where(eq(stripEntry.id, entryId))
  if (!entry || entry.absent) throw notFound('line on the strip list')
  await change(
    actor,
    {
      verb: 'put something on again',
      touches: ['stripping', 'leaks'],
      jobId: entry.jobId,
      subjectId: entryId,
      detail: { name: entry.name },
    },
    async (tx, now) => {
      const tank = await loadJob(entry.jobId, tx)
      const [same] = await tx.select({ id: refit.id }).from(refit).where(eq(refit.id, form.id))
      if (same) return null
      const its = tank.stripped.find(each => each.id === entryId)!
      if (its.refit) throw new Refusal(409, `${entry.name} was ticked by ${its.refit.by} already.`)
      const row = rebuildOf(tank).rows.find(each => each.kind === 'refit' && each.entry.id === entryId)
      const waits = row?.kind === 'refit' ? row.waitsFor[0] : undefined
      if (waits) throw new Refusal(409, `${waits.name} has not arrived: ${entry.name.toLowerCase()} waits for it.`)
      await mustHaveArrived(tx, entry.jobId, form.photoId)
      await tx.insert(refit).values({ id: form.id, photoId: form.photoId, entryId, personId: actor.id, at: now })
      await touchParts(tx, actor, tank, entry.fixing, 'refitted', now)
      return true
    },
  )
  return loadJob(entry.jobId)
}
