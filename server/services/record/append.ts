import { aspectsOf, entryKind, type EntryForm, type EntryKindKey, type StoredFacts } from '../../../shared/record/kinds'
import type { JobView } from '../../../shared/views'
import { loadJob } from '../job/loadJobs'
import { change, type Actor, type ChangeSubject } from '../ground/change'
import { isKept, keepEntry } from './entryRows'
import type { Appending, EntryService } from './entryService'
import { entryServices } from './entryServices'

/**
 * Appends an entry to a job's record: the one way in, whatever its kind. A repeated id is the same entry.
 * @returns the job with it
 * @throws Refusal as its kind has it; 404 for a job that is not there, 409 where something else has its id
 */
export async function append<K extends EntryKindKey>(
  kind: K,
  actor: Actor,
  jobId: string,
  form: EntryForm<K>,
): Promise<JobView> {
  const its = entryKind(kind)
  const service: EntryService<K> = entryServices[kind] ?? {}
  const sent = form as { id: string }
  const subject: ChangeSubject = {
    verb: typeof its.verb === 'string' ? its.verb : its.verb(sent),
    touches: aspectsOf(kind),
    jobId,
    subjectId: sent.id,
    leavesAway: service.leavesAway?.(form),
  }
  await change(actor, subject, async (tx, said) => {
    if (await isKept(tx, { id: sent.id, jobId, kind })) return null
    const appending: Appending<K> = { tx, actor, now: said, job: await loadJob(jobId, tx), form }
    appending.now = service.happened?.(appending) ?? said
    const facts = service.keep ? await service.keep(appending) : withoutId(sent)
    if (facts === null) return null
    subject.detail = its.told?.(sent, appending.job)
    const about = service.about?.(appending) ?? its.about?.(sent) ?? null
    const kept = { id: sent.id, jobId, kind, about, facts: facts as StoredFacts<K>, personId: actor.id, at: appending.now }
    await keepEntry(tx, kept, said)
    await service.then?.(appending, said)
    return true
  })
  return loadJob(jobId)
}

const withoutId = <T extends { id: string }>({ id: _, ...facts }: T): Omit<T, 'id'> => facts
