import { partsDisturbedBy } from '../../../core/circuit/fixings'
import { liveParts } from '../../../shared/jobCircuit'
import { jobFixings, rebuildOf } from '../../../shared/rebuild'
import type { JobView } from '../../../shared/views'
import { keepEntry } from '../record/entryRows'
import type { Appending, EntryService } from '../record/entryService'
import { notFound, Refusal, refuseField } from '../ground/refusal'

/** What is taken off or put on takes the evidence of the parts that it seals to. */
async function touchParts(
  { tx, actor, now, job }: Appending<'strip' | 'refit'>,
  fixing: string | null,
  kind: 'removed' | 'refitted',
): Promise<void> {
  const partIds = fixing === null ? [] : partsDisturbedBy(fixing, jobFixings(job), liveParts(job))
  if (partIds.length === 0) return
  const facts = { partIds, kind, note: '' }
  await keepEntry(tx, { id: crypto.randomUUID(), jobId: job.id, kind: 'touch', facts, personId: actor.id, at: now })
}

/** @throws Refusal 422 for a photograph that is not of this job, or not there yet */
function mustHaveArrived({ photos }: JobView, photoId: string | null): void {
  if (photoId && !photos.some(photo => photo.id === photoId))
    throw refuseField('photoId', 'That photograph has not arrived. Take it again, or log it without.')
}

/** @throws Refusal 409 when it is off already, 422 for a photograph of another job */
export const stripService: EntryService<'strip'> = {
  keep({ job, form: { id: _, ...facts } }) {
    const off = job.stripped.find(
      each => !each.struck && facts.fixing !== null && each.fixing === facts.fixing && each.refit === null,
    )
    if (off)
      throw new Refusal(
        409,
        off.absent
          ? `${off.by} said that this tank has no such thing. Strike that out first.`
          : `${facts.name} is off already: ${off.by} logged it.`,
      )
    mustHaveArrived(job, facts.photoId)
    return facts
  },
  async then(its) {
    if (!its.form.absent) await touchParts(its, its.form.fixing, 'removed')
  },
}

/** @throws Refusal 409 when somebody ticked it before, or a part for it has not arrived */
export const refitService: EntryService<'refit'> = {
  keep({ job, form: { stripId, photoId } }) {
    const its = stripped(job, stripId)
    if (its.refit) throw new Refusal(409, `${its.name} was ticked by ${its.refit.by} already.`)
    const row = rebuildOf(job).rows.find(each => each.kind === 'refit' && each.entry.id === stripId)
    const waits = row?.kind === 'refit' ? row.waitsFor[0] : undefined
    if (waits) throw new Refusal(409, `${waits.name} has not arrived: ${its.name.toLowerCase()} waits for it.`)
    mustHaveArrived(job, photoId)
    return { photoId }
  },
  then: its => touchParts(its, stripped(its.job, its.form.stripId).fixing, 'refitted'),
}

/** @throws Refusal 404 for what did not come off */
function stripped(job: JobView, id: string): JobView['stripped'][number] {
  const its = job.stripped.find(each => each.id === id)
  if (!its || its.absent) throw notFound('line on the strip list')
  return its
}
