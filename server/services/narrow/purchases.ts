import { eq } from 'drizzle-orm'
import type { PurchaseEdit, PurchaseForm, PurchaseStep } from '../../../shared/schemas/narrow'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { purchase, purchaseStep } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { loadJob } from '../job/loadJobs'
import { hangPromise } from './promise'
import { notFound, Refusal, refuseField } from '../shop/refusal'

/**
 * Puts something on a job's list of parts to get. A repeated id is the same. @throws Refusal 409 when it is on the list already
 */
export async function addPurchase(actor: Actor, jobId: string, form: PurchaseForm): Promise<JobView> {
  await change(
    actor,
    { verb: 'listed a part to get', touches: ['narrowing'], jobId, subjectId: form.id, detail: { name: form.name } },
    async (tx, now) => {
      const tank = await loadJob(jobId, tx)
      if (tank.purchases.some(each => each.id === form.id)) return null
      if (
        tank.purchases.some(
          each => each.name.toLowerCase() === form.name.toLowerCase() && each.steps.at(-1)?.step !== 'returned',
        )
      )
        throw new Refusal(409, `${form.name} is on the list already.`)
      await tx.insert(purchase).values({ ...form, jobId, personId: actor.id, at: now })
      await hangPromise(tx, jobId, now)
      return true
    },
  )
  return loadJob(jobId)
}

async function owned(id: string) {
  const [row] = await database().select().from(purchase).where(eq(purchase.id, id))
  if (!row) throw notFound('part on the list')
  return row
}

/**
 * Says anew why it is wanted and how long it takes to come: what was suspected is confirmed.
 * @throws Refusal 409 with the job as it is now when somebody else said so meanwhile
 */
export async function editPurchase(actor: Actor, id: string, { was, ...edit }: PurchaseEdit): Promise<JobView> {
  const row = await owned(id)
  await change(
    actor,
    {
      verb: 'changed a part on the list',
      touches: ['narrowing'],
      jobId: row.jobId,
      subjectId: id,
      detail: { name: row.name, ...edit },
    },
    async (tx, now) => {
      const [current] = await tx.select().from(purchase).where(eq(purchase.id, id))
      if (current!.reason === edit.reason && current!.leadDays === edit.leadDays) return null
      if (current!.reason !== was.reason || current!.leadDays !== was.leadDays)
        throw new Refusal(
          409,
          `Somebody else changed ${row.name} meanwhile. Look at it as it is now, then change it.`,
          {},
          await loadJob(row.jobId, tx),
        )
      await tx.update(purchase).set(edit).where(eq(purchase.id, id))
      await hangPromise(tx, row.jobId, now)
      return true
    },
  )
  return loadJob(row.jobId)
}

/**
 * Moves something on the list on: measured, ordered, arrived, returned. A repeated id is the same step.
 * @throws Refusal 422 when it is ordered before it was measured, or measured without a measure; 409 when somebody did it already
 */
export async function stepPurchase(
  actor: Actor,
  id: string,
  form: { id: string; step: PurchaseStep; note: string },
): Promise<JobView> {
  const row = await owned(id)
  await change(
    actor,
    {
      verb: `${form.step} a part`,
      touches: ['narrowing'],
      jobId: row.jobId,
      subjectId: id,
      detail: { name: row.name, note: form.note },
    },
    async (tx, now) => {
      const its = (await loadJob(row.jobId, tx)).purchases.find(each => each.id === id)!
      const done = (step: PurchaseStep) => its.steps.some(each => each.step === step)
      if (its.steps.some(each => each.id === form.id)) return null
      const last = its.steps.at(-1)
      if (last?.step === form.step && form.step !== 'measured')
        throw new Refusal(409, `${last.by} has ${form.step} it already: one is enough.`, {}, await loadJob(row.jobId, tx))
      if (form.step === 'measured' && !form.note)
        throw refuseField('note', `Write down what was measured: ${row.measure || 'size and thread'}.`)
      if (form.step === 'ordered' && row.measure && !done('measured'))
        throw refuseField('step', `Measure first: ${row.measure}. Then order.`)
      if ((form.step === 'arrived' || form.step === 'returned') && !done('ordered'))
        throw refuseField('step', 'It was not ordered yet.')
      const [made] = await tx
        .insert(purchaseStep)
        .values({ ...form, purchaseId: id, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: purchaseStep.id })
      await hangPromise(tx, row.jobId, now)
      return made ?? null
    },
  )
  return loadJob(row.jobId)
}
