import { eq } from 'drizzle-orm'
import { cureSpeed } from '../../../core/repair/cure/cure'
import { repairMethod, type RepairMethodKey } from '../../../core/repair/method/repairMethods'
import {
  repairMaterial,
  type CureMilestones,
  type CureSheet,
  type RepairMaterialKey,
} from '../../../core/repair/material/repairMaterials'
import { listWords, lowerFirst } from '../../../core/words/words'
import type { TouchKind } from '../../../core/ledger/ledger'
import { liveParts } from '../../../shared/jobCircuit'
import { approvalOf, wantsApproval } from '../../../shared/repair/approvals'
import { repairedParts } from '../../../shared/repair/repairedParts'
import type { RepairForm } from '../../../shared/schemas/repair'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { repair, touch, unholdable } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { mustBeGasFree, mustHaveReadCautions } from '../safe/safety'
import { change, type Actor } from '../shop/change'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { hangCures } from './cureBells'
import { mustWork } from './mustWork'

type RepairRow = typeof repair.$inferInsert

/** What is put on a tank, with the sheet that it cures by. */
export interface MadeRepair {
  id: string
  leakIds: string[]
  partIds: string[]
  method: RepairMethodKey
  material: RepairMaterialKey
  batch: string
  temperature: number
  /** the sheet in hand; null for what is usual of its family */
  sheet: (CureSheet & CureMilestones) | null
  /** s, where only the cure until the test was typed from the sheet */
  cureTime: number | null
  until: number | null
  untilReason: string
  notUsedUntil: string
  note: string
  runId: string | null
}

/**
 * Keeps a repair, in the transaction of what made it, and hangs the bells of its cure.
 * @throws Refusal 422 when the material does not cure at that temperature, 409 when it takes heat to the tank and its vapour
 *   readings do not stand, or flies without approved data
 */
export async function makeRepair(tx: Transaction, actor: Actor, now: Date, job: JobView, made: MadeRepair): Promise<void> {
  const method = repairMethod(made.method)
  const usual = repairMaterial(made.material).cure
  const counted = made.sheet ?? usual
  if (counted) mustCure(counted, made.temperature)
  if (method.counts === 'temporary' && made.until === null)
    throw refuseField('until', 'This only gets it home: say until which day it may stay, and why.')
  if (made.until !== null && made.until <= +now) throw refuseField('until', 'That day is over: name one that is to come.')
  if (method.heat) {
    mustHaveReadCautions(job, actor, 'heat or sparks', 'heat')
    mustBeGasFree(job, +now)
  }
  mustBeApproved(job, made.method)
  const { cureTime, until, ...rest } = made
  const values: RepairRow = {
    ...rest,
    until: until === null ? null : new Date(until),
    jobId: job.id,
    personId: actor.id,
    at: now,
    cureTime: counted ? (cureTime ?? counted.cureTime) : 0,
  }
  await tx.insert(repair).values(values)
  await hangCures(tx, job.id, now)
}

function mustCure(sheet: CureSheet, temperature: number): void {
  if (cureSpeed(sheet, temperature) === 0)
    throw refuseField(
      'temperature',
      `This material does not cure below ${(sheet.floor - 273.15).toFixed(0)} °C. Warm the joint, or choose another material.`,
    )
}

/** @throws Refusal 409 where what flies is repaired without approved data */
export function mustBeApproved(job: JobView, method: RepairMethodKey): void {
  if (!wantsApproval(job, method) || approvalOf(job, method)?.step === 'granted') return
  throw new Refusal(
    409,
    `This carries people by air: “${repairMethod(method).doing}” counts only under approved data. Ask for it, and type its reference when it is granted.`,
  )
}

/**
 * Records what was done to leaks, or to parts before they leak, without its stages, and starts its cure clock. A repeated id is
 * the same repair.
 * @throws Refusal as `makeRepair`; 404 for leaks or parts that the job has not
 */
export async function recordRepair(actor: Actor, jobId: string, form: RepairForm): Promise<JobView> {
  const job = await loadJob(jobId)
  const numbers = job.leaks.filter(leak => form.leakIds.includes(leak.id)).map(leak => String(leak.number))
  await change(
    actor,
    {
      verb: numbers.length > 0 ? 'repaired a leak' : 'worked on parts',
      touches: ['leaks'],
      jobId,
      subjectId: form.id,
      detail: { leak: listWords(numbers), method: form.method, material: form.material },
    },
    async (tx, now) => {
      const [same] = await tx.select({ id: repair.id }).from(repair).where(eq(repair.id, form.id))
      if (same) return null
      const current = await loadJob(jobId, tx)
      mustBeOn(current, form)
      mustWork(current, form)
      mustTakeItsTime(form)
      await makeRepair(tx, actor, now, current, {
        ...form,
        partIds: repairedParts(current, form),
        sheet: null,
        runId: null,
      })
      return true
    },
  )
  return loadJob(jobId)
}

/** @throws Refusal 404 for leaks or parts that the job has not, 422 where neither is named */
export function mustBeOn(job: JobView, { leakIds, partIds }: { leakIds: string[]; partIds: string[] }): void {
  if (leakIds.some(id => !job.leaks.some(leak => leak.id === id))) throw notFound('leak on this job')
  if (partIds.some(id => !liveParts(job).some(part => part.id === id)))
    throw refuseField('partIds', 'One of those parts is not on this tank.')
  if (leakIds.length + partIds.length === 0) throw refuseField('partIds', 'Choose what is worked on.')
}

/** @throws Refusal 422 for a cure shorter than any sheet of its family */
function mustTakeItsTime({ material, cureTime }: RepairForm): void {
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
      if (made && form.kind === 'stripped') await hangCures(tx, jobId, now)
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
