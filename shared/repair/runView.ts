import { workTime } from '../../core/repair/cure/potLife'
import { mixDensity } from '../../core/repair/amount/mix'
import { boxFaces } from '../../core/repair/defect/defect'
import { repairMaterial, type CureMilestones, type CureSheet, type MixRatio } from '../../core/repair/material/repairMaterials'
import type { RepairStage } from '../../core/repair/stage/stage'
import { stagesOfMethods } from '../../core/repair/stage/stages'
import { notYet, runState, type RunAct, type RunEntry, type RunLists, type RunState } from '../../core/repair/stage/stageRun'
import { liveParts } from '../jobCircuit'
import type { SheetFacts } from '../schemas/materials'
import type { JobView } from '../views'
import type { RunEntryView } from '../record/kinds/runActs'
import type { RunView } from '../record/kinds/run'
import { runClock, type RunClock } from './runClock'
import type { RunKind } from '../../core/record/runKinds'
import type { RunEntryForm } from '../record/kinds/runActs'

/** What is kept of an entry of a kind. */
export const factsOfKind = <K extends RunKind>(entry: RunEntryView, kind: K): Omit<RunEntryForm<K>, 'id' | 'ago'> | null =>
  entry.kind === kind ? (entry.facts as Omit<RunEntryForm<K>, 'id' | 'ago'>) : null

/** The cure and the ratio that a run goes by: of the sheet in hand, else what is usual of its family. */
export function runSheet(run: Pick<RunView, 'material' | 'sheet'>): {
  cure: (CureSheet & CureMilestones) | null
  ratio: MixRatio | null
} {
  const family = repairMaterial(run.material)
  const facts: SheetFacts | undefined = run.sheet?.facts
  if (facts) return { cure: facts, ratio: facts.ratio }
  return { cure: family.cure && family.milestones && { ...family.cure, ...family.milestones }, ratio: family.ratio }
}

/** The stages of a run: without mixing for what comes ready, without a cure where nothing cures. */
export function stagesOfRun(run: Pick<RunView, 'method' | 'material' | 'sheet'>): RepairStage[] {
  const { cure, ratio } = runSheet(run)
  const all = stagesOfMethods[run.method]
  const kept = all.filter(({ clock }) => !(clock.kind === 'mix' && !ratio) && !(clock.kind === 'cure' && !cure))
  const nearest = (key: string) => {
    const from = all.findIndex(stage => stage.key === key)
    return kept.findLast(stage => all.indexOf(stage) <= from)?.key ?? kept[0]!.key
  }
  return kept.map(stage => ({ ...stage, mishaps: stage.mishaps.map(each => ({ ...each, backTo: nearest(each.backTo) })) }))
}

const MOST_PINHOLES = 12

/** The lists of a run's job: what has to be closed, the faces, the pinholes that are known of its leaks. */
function runLists(job: Pick<JobView, 'parts' | 'circuit' | 'leaks' | 'defectCards'>, run: Pick<RunView, 'leakIds'>): RunLists {
  return {
    openings: liveParts(job)
      .filter(part => part.opening)
      .map(part => part.name),
    faces: boxFaces,
    pinholes: run.leakIds.flatMap(leakId => {
      const card = job.defectCards.findLast(each => each.leakId === leakId)
      const number = job.leaks.find(leak => leak.id === leakId)?.number ?? 0
      const count = card?.defect.what === 'pinholes' ? Math.min(MOST_PINHOLES, card.defect.pinholes?.count ?? 1) : 0
      return Array.from({ length: count }, (_, i) => `leak ${number}, hole ${i + 1}`)
    }),
  }
}

/** The work time of what was mixed, s; null where nothing hurries it. */
function mixWorkTime(run: Pick<RunView, 'material' | 'sheet'>, mix: Omit<RunEntryForm<'mix'>, 'id' | 'ago'>): number | null {
  const { cure, ratio } = runSheet(run)
  if (!cure) return null
  return workTime(cure, mix.temperature, {
    mass: mix.base + (mix.hardener ?? 0),
    density: ratio ? mixDensity(ratio) : 1200,
    depth: mix.depth,
  })
}

const actOf = (run: RunView, { kind, facts }: RunEntryView): RunAct | null => {
  if (kind === 'speed') return null
  if (kind === 'mix') {
    const mix = facts as RunEntryForm<'mix'>
    return { kind, stage: mix.stage, workTime: mixWorkTime(run, mix) }
  }
  return { kind, ...facts } as RunAct
}

/** A run with how far it is at a moment. */
export interface RunNow {
  state: RunState
  entries: RunEntry[]
  clock: RunClock
  /** now on the run's own clock */
  now: number
  /** why the current stage is not over yet; null when it is */
  notYet: string | null
}

/**
 * How far a run is.
 * @param curedAt ms by the wall's clock, when what the run put on has cured; null while it stands still
 */
function runNow(
  job: Pick<JobView, 'parts' | 'circuit' | 'leaks' | 'defectCards'>,
  run: RunView,
  wall: number,
  curedAt: number | null,
): RunNow {
  const clock = runClock(run.at, run.entries)
  const entries = run.entries.flatMap((entry): RunEntry[] => {
    const act = actOf(run, entry)
    return act ? [{ ...act, id: entry.id, at: clock.toRun(entry.at), by: entry.by }] : []
  })
  // A clock of the server that was set back does not set the run back.
  const now = Math.max(clock.toRun(wall), ...entries.map(entry => entry.at))
  const state = runState(stagesOfRun(run), entries, { begun: run.at, now, lists: runLists(job, run) })
  return {
    state,
    entries,
    clock,
    now,
    notYet: notYet(state, entries, { now, curedAt: curedAt === null ? null : clock.toRun(curedAt) }),
  }
}

/** The repair that a run made and that still counts. */
export const repairOfRun = (job: Pick<JobView, 'repairs'>, runId: string) =>
  job.repairs.findLast(repair => repair.runId === runId && !repair.struck) ?? null

/** A run of a job at a moment. */
export function runOfJob(job: JobView, run: RunView, wall: number): RunNow {
  const repair = repairOfRun(job, run.id)
  return runNow(job, run, wall, repair ? repair.curedAt : wall)
}

/** Runs of a job that are not over. */
export const openRuns = (job: JobView, wall: number): RunView[] => job.runs.filter(run => !runOfJob(job, run, wall).state.over)
