import type { InstrumentFacts } from '../../../shared/schemas/instruments'
import type { JobView } from '../../../shared/views'
import { instrumentCheck } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { change, type Actor } from '../shop/change'
import { idTaken, refuseField } from '../shop/refusal'

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
      const job = await loadJob(jobId, tx)
      if (job.instruments.some(each => each.id === id)) return null
      if (facts.kind === 'valve' && !job.circuit.links.some(link => link.id === facts.link))
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
