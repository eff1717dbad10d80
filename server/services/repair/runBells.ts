import { ringsBefore } from '../../../core/repair/cure/potLife'
import { runOfJob } from '../../../shared/repair/runView'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { hangAnew, hangBell, takeOffBell } from '../bells/bells'

/**
 * The bells of a run: the cup in hand before its work time ends, and the clock of the stage that is being done. Whatever they
 * waited for before comes off.
 */
export async function hangRunBells(tx: Transaction, job: JobView, runId: string, now: Date): Promise<void> {
  const run = job.runs.find(each => each.id === runId)!
  const { state, clock } = runOfJob(job, run, +now)
  const { craft } = job
  for (const entry of run.entries)
    if (entry.kind === 'mix' && entry.id !== state.work?.mixId) await takeOffBell(tx, 'work time', entry.id, now)
  if (state.work && !state.over) {
    const { mixId, mixNumber, from, until } = state.work
    const rings = until - ringsBefore((until - from) / 1000) * 1000
    await hangBell(tx, {
      jobId: job.id,
      kind: 'work time',
      subjectId: mixId,
      title: `${craft.name}, mix ${mixNumber} drags soon`,
      detail: `finish before ${Math.max(0, Math.round((until - rings) / 60_000))} min are over; do not go on after it`,
      dueAt: new Date(clock.toWall(rings)),
    })
  }
  if (state.ringsAt === null || state.over || !state.current) return takeOffBell(tx, 'stage', runId, now)
  const dueAt = clock.toWall(state.ringsAt)
  if (dueAt <= +now) return takeOffBell(tx, 'stage', runId, now)
  await hangAnew(tx, {
    jobId: job.id,
    kind: 'stage',
    subjectId: runId,
    title: `${craft.name}: ${state.current.stage.title.toLowerCase()}`,
    detail: ringDetail(state.current.stage.clock.kind),
    dueAt: new Date(dueAt),
  })
}

const ringDetail = (kind: string) =>
  kind === 'list' ? 'the next one' : kind === 'passes' ? 'the next coat or pass' : 'look, then go on'
