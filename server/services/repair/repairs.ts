import { cureSpeed } from '../../../core/repair/cure/cure'
import { readingOf } from '../../../core/record/reading'
import { repairMethod, type RepairMethodKey } from '../../../core/repair/method/repairMethods'
import { repairMaterial, type CureSheet, type RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import { lowerFirst } from '../../../core/words/words'
import { liveParts } from '../../../shared/jobCircuit'
import { approvalOf, wantsApproval } from '../../../shared/repair/approvals'
import { repairedParts } from '../../../shared/repair/repairedParts'
import type { RepairFacts, RepairForm } from '../../../shared/record/kinds/repair'
import type { JobView } from '../../../shared/views'
import { happenedThen, type EntryService } from '../record/entryService'
import { mustBeGasFree, mustHaveReadCautions } from '../safe/safety'
import type { Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import type { Transaction } from '../../db/client'
import { authorityOf } from '../people/authorities'
import { hangCures } from './cureBells'
import { mustWork } from './mustWork'

/** What is put on a tank; `cureTime` is said where only the cure until the test was typed from the sheet. */
type MadeRepair = Omit<RepairFacts, 'method' | 'material' | 'cureTime'> & {
  method: RepairMethodKey
  material: RepairMaterialKey
  cureTime: number | null
}

/**
 * A repair as it is kept.
 * @throws Refusal 422 when the material does not cure at that temperature, 409 when it takes heat to the tank and its vapour
 *   readings do not stand, or flies without approved data
 */
export function repairFacts(job: JobView, actor: Actor, now: Date, made: MadeRepair): RepairFacts {
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
  return { ...made, cureTime: counted ? (made.cureTime ?? counted.cureTime) : 0 }
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
 * What was done to leaks, or to parts before they leak, without its stages; its cure clock starts.
 * @throws Refusal as `repairFacts`; 404 for leaks or parts that the job has not
 */
export const repairService: EntryService<'repair'> = {
  happened: happenedThen,
  async keep({ tx, actor, now, job, form }) {
    mustBeOn(job, form)
    mustBeAfterFinds(job, form, +now)
    mustWork(job, form)
    mustTakeItsTime(form)
    if (form.method === 'hot-work') await mustBeLicensed({ tx, actor, now }, job)
    const { id: _, ago: __, ...made } = form
    return repairFacts(job, actor, now, { ...made, partIds: repairedParts(job, form), sheet: null, runId: null })
  },
  then: ({ tx, job }, said) => hangCures(tx, job.id, said),
}

/** @throws Refusal 404 for leaks or parts that the job has not, 422 where neither is named */
export function mustBeOn(job: JobView, { leakIds, partIds }: { leakIds: string[]; partIds: string[] }): void {
  if (leakIds.some(id => !job.leaks.some(leak => leak.id === id))) throw notFound('leak on this job')
  if (partIds.some(id => !liveParts(job).some(part => part.id === id)))
    throw refuseField('partIds', 'One of those parts is not on this tank.')
  if (leakIds.length + partIds.length === 0) throw refuseField('partIds', 'Choose what is worked on.')
}

/**
 * Hot work is done by a licensed shop under its certificate, or by somebody to whom the owner gave it.
 * @throws Refusal 409
 */
async function mustBeLicensed(by: { tx: Transaction; actor: Actor; now: Date }, job: JobView): Promise<void> {
  if (job.hotWork.some(each => !each.struck) || (await authorityOf(by.tx, by.actor, ['hot work'], by.now))) return
  throw new Refusal(409, 'Hot work is recorded under its certificate: keep that under Make safe first.')
}

/** A repair is of what was found before it. @throws Refusal 422 */
function mustBeAfterFinds(job: JobView, { leakIds, ago }: RepairForm, at: number): void {
  if (!ago) return
  const late = job.leaks.find(leak => leakIds.includes(leak.id) && (readingOf(job).lastFind(leak.id)?.at ?? -Infinity) > at)
  if (late) throw refuseField('ago', `Leak ${late.number} was found after that. Say when it was mended.`)
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

/** Parts were disturbed: their evidence ends, that of the others stands. @throws Refusal 422 for a part that is not on the tank */
export const touchService: EntryService<'touch'> = {
  happened: happenedThen,
  keep({ job, form: { id: _, ago: __, ...facts } }) {
    if (facts.partIds.some(id => !job.parts.some(part => part.id === id)))
      throw refuseField('partIds', 'One of those parts is not on this tank.')
    return facts
  },
  async then({ tx, job, form }, said) {
    if (form.kind === 'stripped') await hangCures(tx, job.id, said)
  },
}
