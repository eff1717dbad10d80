import { eq } from 'drizzle-orm'
import { senderStandard, senderStandardKeys } from '../../../core/leaktest/instrument/senderStandards'
import { ohmmeterAt } from '../../../core/standin/ohmmeter'
import type { InstrumentFacts } from '../../../shared/schemas/instruments'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { instrumentCheck, job } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { change, type Actor } from '../shop/change'
import { idTaken, notFound, refuseField } from '../shop/refusal'

/** What the simulated ohmmeter shows on a simulated tank's sender. @throws Refusal 404 for a job without one, 422 for no level */
export async function lookAtOhmmeter(jobId: string, standard: string, level: number): Promise<{ resistance: number | null }> {
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, jobId))
  if (!own?.hiddenTank) throw notFound('simulated tank on this job')
  if (!(level >= 0 && level <= 1) || !senderStandardKeys.some(key => key === standard))
    throw refuseField('level', 'Choose the standard, and a level from empty to full.')
  const { seed, senderDead } = own.hiddenTank
  return { resistance: ohmmeterAt(seed, { ...senderStandard(standard), dead: senderDead }, level) }
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
