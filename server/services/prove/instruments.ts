import { eq } from 'drizzle-orm'
import { standsAtRest } from '../../../core/leaktest/instrument/instrumentJudgements'
import { senderStandard, senderStandardKeys } from '../../../core/leaktest/instrument/senderStandards'
import { ohmmeterAt } from '../../../core/standin/ohmmeter'
import { database } from '../../db/client'
import type { HiddenTank } from '../../db/schema/hiddenTank'
import { job } from '../../db/schema'
import { mustBeSimulated } from '../bench/testGuards'
import { loadJob } from '../job/loadJobs'
import type { EntryService } from '../record/entryService'
import { notFound, refuseField } from '../ground/refusal'

/** What the simulated ohmmeter shows on a simulated tank's sender. @throws Refusal 404 for a job without one, 422 for no level */
export async function lookAtOhmmeter(jobId: string, standard: string, level: number): Promise<{ resistance: number | null }> {
  const { seed, senderDead } = await hiddenOf(jobId)
  if (!(level >= 0 && level <= 1) || !senderStandardKeys.some(key => key === standard))
    throw refuseField('level', 'Choose the standard, and a level from empty to full.')
  return { resistance: ohmmeterAt(seed, { ...senderStandard(standard), dead: senderDead }, level) }
}

/** How a valve of the simulated tank does, without and with its current. @throws Refusal 404, 422 for a valve that is not there */
export async function tryStandInValve(
  jobId: string,
  link: string,
): Promise<{ passesAtRest: boolean; passesSwitched: boolean }> {
  const hidden = await hiddenOf(jobId)
  const { circuit } = await loadJob(jobId)
  const valve = circuit.links.find(each => each.id === link)
  if (!valve) throw refuseField('link', 'This circuit has no such valve. Choose one from the map.')
  const stuck = hidden.stuck?.[link]
  if (stuck !== undefined) return { passesAtRest: stuck === 'open', passesSwitched: stuck === 'open' }
  const openAtRest = standsAtRest(valve) === 'open'
  return { passesAtRest: openAtRest, passesSwitched: !openAtRest }
}

/** What the simulated tank's pressure sensor gives with the cap off. @param zero V, as the manual has it @throws Refusal 404, 422 */
export async function readStandInSensor(jobId: string, zero: number): Promise<{ volts: number }> {
  if (!Number.isFinite(zero)) throw refuseField('zero', 'Say what it should give by the manual.')
  const { sensorOffset = 0 } = await hiddenOf(jobId)
  return { volts: Math.round((zero + sensorOffset) * 1000) / 1000 }
}

/** @throws Refusal 404 for a job without a simulated tank */
async function hiddenOf(jobId: string): Promise<HiddenTank> {
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, jobId))
  if (!own?.hiddenTank) throw notFound('simulated tank on this job')
  return own.hiddenTank
}

/** @throws Refusal 409 for a sweep of a stand-in on a real tank */
export const senderService: EntryService<'instrument-sender'> = {
  keep({ job, form: { id: _, ...facts } }) {
    if (facts.simulated) mustBeSimulated(job)
    return facts
  },
}

/** @throws Refusal 422 for a valve that the circuit has not */
export const valveService: EntryService<'instrument-valve'> = {
  keep({ job, form: { id: _, ...facts } }) {
    if (!job.circuit.links.some(link => link.id === facts.link))
      throw refuseField('link', 'This circuit has no such valve. Choose one from the map.')
    return facts
  },
}
