import { mustMayLeaveOut } from '../people/authorities'
import { ratioProblem } from '../../../core/repair/amount/mix'
import { mixProblem } from '../../../core/repair/cure/potLife'
import { repairMethod } from '../../../core/repair/method/repairMethods'
import { firstPutOn } from '../../../core/repair/stage/stages'
import { listWords } from '../../../core/words/words'
import { openRuns, repairOfRun, runOfJob, runSheet, stagesOfRun, type RunNow } from '../../../shared/repair/runView'
import { repairedParts } from '../../../shared/repair/repairedParts'
import { runKinds, type RunKind } from '../../../core/record/runKinds'
import type { RunEntryForm, RunFacts } from '../../../shared/record/kinds/runActs'
import { inKilopascals } from '../../../shared/limits'
import type { JobView } from '../../../shared/views'
import type { RunView } from '../../../shared/record/kinds/run'
import type { Transaction } from '../../db/client'
import { mustBeSimulated } from '../bench/testGuards'
import { loadJob } from '../job/loadJobs'
import { mustBeGasFree, mustHaveReadCautions } from '../safe/safety'
import { mustBeSheetOf, takeOfLots } from '../shelf/materials'
import { takeOffBellsOfSubject } from '../bells/bells'
import type { Actor } from '../ground/change'
import { keepEntry, strikeOut } from '../record/entryRows'
import type { Appending, EntryService } from '../record/entryService'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { hangCures } from './cureBells'
import { mustWork } from './mustWork'
import { mustBeApproved, mustBeOn, repairFacts } from './repairs'
import { hangRunBells } from './runBells'

/**
 * A repair is begun, stage by stage.
 * @throws Refusal 404 for leaks or parts that the job has not, 409 where they are being repaired already, 422 for what cannot
 *   work or hold there, or only gets it home without a day
 */
export const runService: EntryService<'run'> = {
  async keep({ tx, actor, now, job, form }) {
    const { id: _, ...facts } = form
    const { until } = facts
    if (form.simulated) mustBeSimulated(job)
    mustBeOn(job, form)
    const sheet = form.sheetId === null ? null : await mustBeSheetOf(tx, form.sheetId, form.material)
    mustWork(job, form, sheet?.facts.fuels)
    if (repairMethod(form.method).counts === 'temporary' && (until === null || until <= +now))
      throw refuseField('until', 'This only gets it home: say until which day to come it may stay, and why.')
    const busy = openRuns(job, +now).find(run => run.leakIds.some(id => form.leakIds.includes(id)))
    if (busy)
      throw new Refusal(
        409,
        `That leak is being repaired already: ${repairMethod(busy.method).doing.toLowerCase()}, begun by ${busy.by}.`,
      )
    if (repairMethod(form.method).heat) {
      mustHaveReadCautions(job, actor, 'heat or sparks', 'heat')
      mustBeGasFree(job, +now)
    }
    return { ...facts, simulated: form.simulated || job.reality === 'practice', partIds: repairedParts(job, form) }
  },
  then: async ({ tx, job, form }, said) => hangRunBells(tx, await loadJob(job.id, tx), form.id, said),
}

/** @throws Refusal 404 */
function runIn(job: JobView, id: string): RunView {
  const run = job.runs.find(each => each.id === id)
  if (!run) throw notFound('repair')
  return run
}

/** When something was done in a run: neither before what was recorded last, nor after now, so that their order is told by their moments. */
function doneAt(job: JobView, { runId, ago }: { runId: string; ago: number }, now: Date): Date {
  const run = runIn(job, runId)
  return new Date(Math.max(+now - ago, Math.max(run.at, ...run.entries.map(entry => entry.at)) + 1))
}

/**
 * What is done in a run; what has a clock hangs its bell. What was tapped without a network says how long ago that was.
 * @throws Refusal 409 when the stage is no longer the one that is being done, with who ended it; 422 for what is not over yet
 *   without a reason, a mix that is off its ratio, too cold or too warm, a tin that is too old
 */
const runActService = <K extends RunKind>(kind: K): EntryService<`run-${K}`> => {
  const recording = ({ form, now, ...its }: Appending<`run-${K}`>): [Recording, string, RunFacts] => {
    const { id, ago: _, runId, ...facts } = form as unknown as RunEntryForm<RunKind>
    const run = runIn(its.job, runId)
    return [{ ...its, now, run, before: runOfJob(its.job, run, +now) }, id, facts as RunFacts]
  }
  return {
    happened: ({ job, form, now }) => doneAt(job, form as unknown as RunEntryForm<RunKind>, now),
    async keep(its) {
      const [run, , facts] = recording(its)
      await check(run, kind, facts)
      return facts as never
    },
    async then(its, said) {
      const [run, id, facts] = recording(its)
      await settle(run, id, kind, facts)
      await hangRunBells(its.tx, await loadJob(its.job.id, its.tx), run.run.id, said)
    },
  }
}
export const runActServices = Object.fromEntries(runKinds.map(kind => [`run-${kind}`, runActService(kind)])) as unknown as {
  [K in RunKind as `run-${K}`]: EntryService<`run-${K}`>
}

interface Recording {
  tx: Transaction
  actor: Actor
  now: Date
  job: JobView
  run: RunView
  before: RunNow
}

/** @throws Refusal when an entry does not belong where the run is, or is not right */
async function check(its: Recording, kind: RunKind, facts: RunFacts): Promise<void> {
  const { run, before, job } = its
  if (before.state.over) throw new Refusal(409, 'This repair is over: nothing more is recorded on it.')
  const { current } = before.state
  if ('stage' in facts && kind !== 'back') mustBeCurrent(before, facts.stage)
  if (kind === 'tick' || kind === 'mix' || kind === 'vacuum' || kind === 'done') mustMayPutOn(its)
  switch (kind) {
    case 'speed':
      if (!run.simulated) throw new Refusal(409, 'Only a practised repair has a clock that runs fast.')
      return
    case 'tick': {
      const { item } = facts as RunEntryForm<'tick'>
      if (current!.items && (item === null || !current!.items.includes(item)))
        throw refuseField('item', 'That is not on the list of this stage.')
      const ticked = current!.ticks.find(tick => tick.item !== null && tick.item === item)
      if (ticked) throw new Refusal(409, `${ticked.by} ticked that already.`)
      return
    }
    case 'mix':
      return checkMix(its, facts as RunEntryForm<'mix'>)
    case 'vacuum': {
      const { clock } = current!.stage
      if (clock.kind !== 'vacuum') throw refuseField('stage', 'No column is read in this stage.')
      const { pressure } = facts as RunEntryForm<'vacuum'>
      if (pressure > 2 * job.pressureLimit)
        throw refuseField('pressure', `${inKilopascals(pressure)} would have buckled this tank. Check the unit.`)
      return
    }
    case 'done':
      return checkDone(its, facts as RunEntryForm<'done'>)
    case 'back':
      if (!before.state.stages.some(each => each.stage.key === (facts as { stage: string }).stage))
        throw refuseField('stage', 'There is no such stage in this repair.')
      return
    case 'mishap':
      if (!current!.stage.mishaps.some(each => each.key === (facts as { mishap: string }).mishap))
        throw refuseField('mishap', 'That is not what goes wrong in this stage.')
      return
    case 'pause':
      if (before.state.paused) throw new Refusal(409, 'It is paused already.')
      return
    case 'resume':
      if (!before.state.paused) throw new Refusal(409, 'It goes on already.')
      return
    case 'skip':
      return mustMayLeaveOut(its, job)
    case 'abandon':
      return
  }
}

/**
 * From the first drop, cup or heat on approved data, cautions and vapour are asked for, and not only where the repair is made.
 * @throws Refusal 409
 */
function mustMayPutOn({ job, run, actor, now, before }: Recording): void {
  const stages = stagesOfRun(run)
  const at = stages.findIndex(stage => stage.key === before.state.current!.stage.key)
  const first = firstPutOn(stages)
  if (at < first || at > stages.findIndex(stage => stage.applies)) return
  mustBeApproved(job, run.method)
  const { heat, takes } = repairMethod(run.method)
  if (heat) {
    mustHaveReadCautions(job, actor, 'heat or sparks', 'heat')
    mustBeGasFree(job, +now)
  } else if (takes.some(material => material !== 'none')) mustHaveReadCautions(job, actor, 'sealant or solvent', 'sealant')
}

function mustBeCurrent({ state }: RunNow, stage: string): void {
  if (state.current?.stage.key === stage) return
  const its = state.stages.find(each => each.stage.key === stage)
  if (!its) throw refuseField('stage', 'There is no such stage in this repair.')
  throw new Refusal(
    409,
    its.by
      ? `${its.by} ended “${its.stage.title}” already. The repair is at “${state.current!.stage.title}”.`
      : `It is not there yet: the repair is at “${state.current!.stage.title}”.`,
  )
}

/** Practice takes nothing off the Shelf. */
const offShelf = <T>({ reality }: JobView, taken: readonly T[]): T[] => (reality === 'practice' ? [] : [...taken])

async function checkMix({ tx, actor, now, job, run, before }: Recording, mix: RunEntryForm<'mix'>): Promise<void> {
  const last = run.entries.findLast(each => each.kind === 'mix')
  if (last && last.id !== mix.after) throw new Refusal(409, `${last.by} weighed a mix meanwhile. Look at that one first.`)
  const { clock } = before.state.current!.stage
  if (clock.kind !== 'mix' && !(clock.kind === 'list' && clock.gels !== undefined))
    throw refuseField('stage', 'Nothing is mixed in this stage: lay everything out first.')
  mustBeApproved(job, run.method)
  const { cure, ratio } = runSheet(run)
  const wrong = cure && mixProblem(cure, mix.temperature)
  if (wrong) throw refuseField('temperature', wrong)
  if (ratio) {
    if (mix.hardener === null) throw refuseField('hardener', 'Both parts have to be in the cup.')
    const off = ratioProblem(mix.base, mix.hardener, ratio)
    // A slip may be stood by; what was taken for each other never cures.
    if (off && (off.kind !== 'off' || !mix.reason)) throw refuseField('hardener', off.sentence)
  }
  await takeOfLots(tx, actor, now, { jobId: job.id, runId: run.id, material: run.material, taken: offShelf(job, mix.taken) })
}

async function checkDone({ job, run, before }: Recording, done: RunEntryForm<'done'>): Promise<void> {
  const { stage } = before.state.current!
  const hidden =
    stage.hides && done.photoId === null ? 'It will be hidden: photograph it first, or say why there is no photograph.' : null
  const why = before.notYet ?? hidden
  if (why && !done.reason) throw refuseField('reason', why)
  if (done.photoId !== null && !job.photos.some(photo => photo.id === done.photoId)) throw notFound('photograph on this job')
  if (stage.key === 'certificate' && !job.hotWork.some(each => !each.struck) && !done.reason)
    throw refuseField('reason', 'No certificate is kept under Make safe yet: keep it first, or say why there is none.')
  if (!stage.applies) return
  mustBeApproved(job, run.method)
  if (runSheet(run).cure && done.temperature === null) throw refuseField('temperature', 'Say how warm it is where it cures.')
}

/** What an entry leads to: the repair itself, or that it is undone. */
async function settle(
  { tx, actor, now, job, run, before }: Recording,
  id: string,
  kind: RunKind,
  facts: RunFacts,
): Promise<void> {
  const { current } = before.state
  if (kind === 'done' && current!.stage.applies) {
    const done = facts as RunEntryForm<'done'>
    await takeOfLots(tx, actor, now, { jobId: job.id, runId: run.id, material: run.material, taken: offShelf(job, done.taken) })
    const batches = run.entries.flatMap(entry => (entry.kind === 'mix' ? [(entry.facts as RunEntryForm<'mix'>).batch] : []))
    const { cure } = runSheet(run)
    const made = repairFacts(job, actor, now, {
      leakIds: run.leakIds,
      partIds: run.partIds,
      method: run.method,
      material: run.material,
      batch: listWords([...new Set([...batches, done.batch].filter(Boolean))]),
      temperature: done.temperature ?? 293.15,
      sheet: run.sheet && cure ? pickCure(cure) : null,
      cureTime: null,
      until: run.until,
      untilReason: run.untilReason,
      notUsedUntil: run.notUsedUntil,
      note: '',
      runId: run.id,
    })
    await keepEntry(tx, { id, jobId: job.id, kind: 'repair', facts: made, personId: actor.id, at: now })
    await hangCures(tx, job.id, now)
  }
  if (kind === 'done' && current!.stage.strips) await hangCures(tx, job.id, now)
  if (kind === 'back' || kind === 'mishap' || kind === 'abandon') await undo(tx, actor, now, { job, run, kind, facts })
}

const pickCure = ({
  cureTime,
  potLife,
  referenceTemperature,
  floor,
  ceiling,
  moveTime,
  fuelTime,
}: NonNullable<ReturnType<typeof runSheet>['cure']>) => ({
  cureTime,
  potLife,
  referenceTemperature,
  floor,
  ceiling,
  moveTime,
  fuelTime,
})

/** Going back behind what was put on takes its repair back: the leak is open again. */
async function undo(
  tx: Transaction,
  actor: Actor,
  now: Date,
  { job, run, kind, facts }: { job: JobView; run: RunView; kind: RunKind; facts: RunFacts },
): Promise<void> {
  const made = repairOfRun(job, run.id)
  if (!made || kind === 'abandon') return
  const stages = stagesOfRun(run)
  const its = facts as { stage: string; mishap?: string; reason?: string }
  const mishap = stages.find(stage => stage.key === its.stage)?.mishaps.find(each => each.key === its.mishap)
  const to = stages.findIndex(stage => stage.key === (mishap?.backTo ?? its.stage))
  if (to > stages.findIndex(stage => stage.applies)) return
  const reason = mishap ? `It went wrong: ${mishap.words.toLowerCase()}` : `Gone back: ${its.reason ?? ''}`
  await strikeOut(tx, actor, { jobId: job.id, about: made.id, reason, at: now })
  await takeOffBellsOfSubject(tx, made.id, now)
  await hangCures(tx, job.id, now)
}
