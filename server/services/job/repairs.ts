import { eq } from 'drizzle-orm'
import { cureSpeed } from '../../../core/repair/cure/cure'
import { repairMethods } from '../../../core/repair/method/repairMethods'
import { repairMaterial } from '../../../core/repair/material/repairMaterials'
import { materialsFor, unsuited } from '../../../core/repair/method/suitability'
import { lowerFirst, orWords } from '../../../core/words/words'
import type { TouchKind } from '../../../core/ledger/ledger'
import type { RepairForm } from '../../../shared/schemas/repair'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { leak, repair, touch, unholdable } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { loadAspects, loadJob } from './loadJobs'
import { hangCure } from './cureBells'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustBeGasFree, mustHaveReadCautions } from '../safe/safety'

/**
 * Records what was done to a leak and starts its cure clock, which hangs a bell. A repeated id is the same repair.
 * @throws Refusal 422 when the material does not cure at that temperature, 409 when it takes heat to the tank and its vapour
 *   readings do not stand
 */
export async function recordRepair(actor: Actor, jobId: string, form: RepairForm): Promise<JobView> {
  const { cure } = repairMaterial(form.material)
  const [its] = await database().select().from(leak).where(eq(leak.id, form.leakId))
  if (!its || its.jobId !== jobId) throw notFound('leak on this job')
  await mustSuit(jobId, its.partId, form)
  const sheet = cure && { ...cure, cureTime: form.cureTime ?? cure.cureTime }
  if (sheet && cureSpeed(sheet, form.temperature) === 0)
    throw refuseField(
      'temperature',
      `This material does not cure below ${(sheet.floor - 273.15).toFixed(0)} °C. Warm the joint, or choose another material.`,
    )
  await change(
    actor,
    {
      verb: 'repaired a leak',
      touches: ['leaks'],
      jobId,
      subjectId: form.id,
      detail: { leak: its.number, method: form.method, material: form.material },
    },
    async (tx, now) => {
      const [same] = await tx.select({ id: repair.id }).from(repair).where(eq(repair.id, form.id))
      if (same) return null
      if (repairMethods.find(method => method.key === form.method)?.heat) {
        const tank = await loadJob(jobId, tx)
        mustHaveReadCautions(tank, actor, 'heat or sparks', 'heat')
        mustBeGasFree(tank, +now)
      }
      await tx.insert(repair).values({ ...form, personId: actor.id, at: now, cureTime: sheet?.cureTime ?? 0 })
      await hangCure(tx, jobId, form.leakId, now)
      return true
    },
  )
  return loadJob(jobId)
}

/** @throws Refusal 422 for a method or a material that cannot work there, or a cure shorter than any sheet of its family */
async function mustSuit(jobId: string, partId: string, { method, material, cureTime }: RepairForm): Promise<void> {
  const tank = await loadAspects(jobId, ['facts'])
  const family = tank.parts.find(part => part.id === partId)?.family ?? null
  const why = unsuited(method, { material: tank.material, craft: tank.craft.kind, family })
  if (why) throw refuseField('method', `That cannot be done here: ${why}.`)
  const takes = materialsFor(method)
  if (!takes.includes(material)) {
    const names = takes.map(key => lowerFirst(repairMaterial(key).name))
    throw refuseField('material', `It is made with ${orWords(names)}: say which.`)
  }
  const { sheets, name } = repairMaterial(material)
  if (cureTime !== null && sheets && cureTime < sheets[0] * 3600)
    throw refuseField(
      'cureTime',
      `No sheet of ${lowerFirst(name)} cures in less than ${sheets[0]} h at its reference temperature. Look at the sheet again.`,
    )
}

/** Records that parts were disturbed: their evidence ends, that of the others stands. */
export async function recordTouch(
  actor: Actor,
  jobId: string,
  form: { id: string; partIds: string[]; kind: TouchKind; note: string },
): Promise<JobView> {
  const tank = await loadJob(jobId)
  const names = form.partIds.map(id => tank.parts.find(part => part.id === id)?.name)
  if (names.includes(undefined))
    throw new Refusal(422, 'One of those parts is not on this tank.', { partIds: 'One of those parts is not on this tank.' })
  await change(
    actor,
    { verb: `${form.kind} parts`, touches: ['leaks'], jobId, subjectId: form.id, detail: { parts: names } },
    async (tx, now) => {
      const [made] = await tx
        .insert(touch)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: touch.id })
      if (made && form.kind === 'stripped')
        for (const leak of tank.leaks) if (form.partIds.includes(leak.partId)) await hangCure(tx, jobId, leak.id, now)
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/**
 * Records that nothing of a tank can be held any more, with the reason: a measured leak is then closed by looking at every part.
 * A repeated id is the same entry.
 */
export async function recordUnholdable(actor: Actor, jobId: string, form: { id: string; reason: string }): Promise<JobView> {
  await change(
    actor,
    { verb: 'said that it cannot be held', touches: ['leaks'], jobId, subjectId: form.id, detail: { reason: form.reason } },
    async (tx, now) => {
      const [made] = await tx
        .insert(unholdable)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: unholdable.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}
