import { eq } from 'drizzle-orm'
import { standsAtRest } from '../../../core/leaktest/instrument/instrumentJudgements'
import { senderStandard, senderStandardKeys } from '../../../core/leaktest/instrument/senderStandards'
import { ohmmeterAt } from '../../../core/standin/ohmmeter'
import type { InstrumentFacts } from '../../../shared/schemas/instruments'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import type { HiddenTank } from '../../db/schema/hiddenTank'
import { instrumentCheck, job } from '../../db/schema'
import { mustBeSimulated } from '../bench/testGuards'
import { loadJob } from '../job/loadJobs'
import { change, type Actor } from '../shop/change'
import { idTaken, notFound, refuseField } from '../shop/refusal'

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

/**
 * Records what was measured or switched of a tank's own instruments. A repeated id is the same entry.
 * @throws Refusal 422 for a valve that the circuit has not
 */
export async function recordInstrument(
  actor: Actor,
  jobId: string,
  { id, note, facts }: { id: string; note: string; facts: InstrumentFacts },
): Promise<JobView> {
  await change(
    actor,
    { verb: `checked the ${facts.kind}`, touches: ['leaks'], jobId, subjectId: id, detail: { kind: facts.kind } },
    async (tx, now) => {
      const view = await loadJob(jobId, tx)
      if (view.instruments.some(each => each.id === id)) return null
      if (facts.kind === 'sender' && facts.simulated) mustBeSimulated(view)
      if (facts.kind === 'valve' && !view.circuit.links.some(link => link.id === facts.link))
        throw refuseField('link', 'This circuit has no such valve. Choose one from the map.')
      const [made] = await tx
        .insert(instrumentCheck)
        .values({ id, jobId, facts, note, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: instrumentCheck.id })
      if (!made) throw idTaken()
      return made
    },
  )
  return loadJob(jobId)
}
