import { leastTime, type ProofStep } from '../../../core/ledger/proof/proofSteps'
import { proofWatch } from '../../../shared/prove/proofWatch'
import { jobProof } from '../../../shared/prove/jobProof'
import { jobStanding } from '../../../shared/jobEntries'
import type { ProofForm } from '../../../shared/record/kinds/proof'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { loadJob } from '../job/loadJobs'
import { hangBell, takeOffBellsOf } from '../bells/bells'
import { mustMayLeaveOut } from '../people/authorities'
import { happenedThen, type EntryService } from '../record/entryService'
import { derivedId } from '../ground/derivedId'
import { mustBeAllowed } from '../ground/may'
import { Refusal, refuseField } from '../ground/refusal'
import { waitText } from '../../../core/words/spans'
import { lowerFirst } from '../../../core/words/words'

const DAY = 86_400_000
/** A look that is due in days may be taken so much before its day. */
export const EARLY = DAY

/**
 * A step in use between sealed and proved; the bell of the next hangs then.
 * @throws Refusal 409 for a dry step before the tank is sealed, before the one that comes first, or before its day; 422 for a step
 *   that this craft has not, one that is left out without a reason, or dry before the whole watch
 */
export const proofService: EntryService<'proof'> = {
  happened: happenedThen,
  async keep({ tx, actor, job, now, form }) {
    mustBeStep(job, form, +now)
    if (form.outcome === 'left out') await mustMayLeaveOut({ tx, actor, now }, job)
    else mustBeAllowed(actor.role, 'work')
    const { id: _, ago: __, ...facts } = form
    return facts
  },
  then: ({ tx, job }, said) => hangNext(tx, job.id, said),
  // A look in use that stays dry does not bring a tank back that was handed back.
  leavesAway: ({ outcome }) => outcome === 'dry',
}

function mustBeStep(job: JobView, form: ProofForm, now: number): void {
  const { ledger, entries, next } = jobStanding(job, now)
  const proof = jobProof(job, entries)
  const row = proof.rows.find(each => each.step.key === form.step)
  if (!row) throw refuseField('step', 'This craft has no such step.')
  // What is wet is told whenever it is seen.
  if (form.outcome === 'wet') return
  if (ledger.state !== 'sealed') throw new Refusal(409, `Nothing is proved in use before the tank is sealed. ${next.sentence}`)
  if (form.outcome === 'left out') {
    if (!form.note.trim()) throw refuseField('note', 'Say why it is left out: the record shows it.')
  } else mustBeWatched(job, row.step, form)
  if (proof.next && row !== proof.next && row.entry === null)
    throw new Refusal(409, `“${proof.next.step.title}” comes first. Do it, or leave it out with a reason.`)
  if (form.outcome === 'dry' && row.due !== null && now < row.due - EARLY)
    throw new Refusal(
      409,
      `“${row.step.title}” is due ${new Date(row.due).toISOString().slice(0, 10)}: sooner it says nothing.`,
    )
  if (form.outcome === 'dry') mustHaveHadTime(row, form, now)
}

/** Dry counts after a watch that would have shown what matters, in the way that it was looked at. @throws Refusal 422 */
function mustBeWatched(job: JobView, step: ProofStep, form: ProofForm): void {
  if (step.watchedFor && form.look === null)
    throw refuseField('look', 'Say how it was looked at: how long to watch follows from that.')
  const least = proofWatch(step, job.fuel, form.look)
  if (least === Infinity)
    throw refuseField('look', 'This fuel dries as fast as it comes: looked at like that, it never shows. Dust it or lay paper.')
  if (least > 0 && !((form.watched ?? 0) >= least))
    throw refuseField(
      'watched',
      `Dry counts after ${Math.ceil(least / 60)} min of watching. Watch on, or leave it out with a reason.`,
    )
  if (step.leastDistance !== null && !((form.distance ?? 0) >= step.leastDistance))
    throw refuseField(
      'distance',
      `It goes at least ${step.leastDistance / 1000} km. Say how far, or leave it out with a reason.`,
    )
}

/** What did not have the time to happen did not. @param at ms, when it was dry @throws Refusal 422 */
function mustHaveHadTime({ step, from }: { step: ProofStep; from: number }, form: ProofForm, at: number): void {
  const took = leastTime(Math.max(step.watch, form.watched ?? 0), form.distance)
  const had = (at - from) / 1000
  if (took === 0 || had >= took) return
  throw refuseField(
    form.distance === null ? 'watched' : 'distance',
    `This takes ${waitText(took)}, and by then ${waitText(Math.max(0, had))} had passed since the tank was sealed or the step before was done. Go on until it has had its time, or say when it was.`,
  )
}

/** Takes off the looks that hung before, and hangs that of the next one: on its day, or tomorrow where it could be done now. */
export async function hangNext(tx: Transaction, jobId: string, now: Date): Promise<void> {
  const job = await loadJob(jobId, tx)
  const { entries, ledger } = jobStanding(job, +now)
  await takeOffBellsOf(tx, 'look', jobId, now)
  const { next } = jobProof(job, entries)
  const last = job.proof.at(-1)
  if (!next?.due || !last || ledger.state !== 'sealed') return
  await hangBell(tx, {
    jobId,
    kind: 'look',
    subjectId: derivedId(last.id, 'next'),
    title: `${job.craft.name}: ${lowerFirst(next.step.title)}`,
    detail: 'a step in use until it is proved',
    dueAt: new Date(Math.max(next.due, +now + DAY)),
  })
}
