import { figureText } from '../../words/figures'
import type { RepairStage } from './stage'

/** What people record while a repair is made. Times are ms since 1970, on the clock of the run. */
export type RunAct =
  /** one more of what is counted, or an item of a list */
  | { kind: 'tick'; stage: string; item: string | null }
  /** the parts met: how long this cup can be worked, s; null where nothing hurries it */
  | { kind: 'mix'; stage: string; workTime: number | null }
  /** Pa below the air outside */
  | { kind: 'vacuum'; stage: string; pressure: number }
  | { kind: 'done'; stage: string; reason: string }
  | { kind: 'skip'; stage: string; reason: string }
  | { kind: 'back'; stage: string; reason: string }
  | { kind: 'mishap'; stage: string; mishap: string }
  | { kind: 'pause' }
  | { kind: 'resume' }
  /** given up: what was done to the metal stays done */
  | { kind: 'abandon'; reason: string }
export type RunEntry = RunAct & { id: string; at: number; by: string }

/** The lists of a run's job: openings to close, faces to wet, pinholes that are known. */
export type RunLists = Record<'openings' | 'faces' | 'pinholes', readonly string[]>

type StageState = 'done' | 'skipped' | 'now' | 'to do'

interface StageInRun {
  stage: RepairStage
  state: StageState
  /** what is to be ticked; null where it is only counted, or nothing is */
  items: readonly string[] | null
  /** ticked items, or one entry a count */
  ticks: { item: string | null; at: number; by: string }[]
  startedAt: number | null
  /** when the parts met in it, last; null where nothing was mixed */
  mixedAt: number | null
  endedAt: number | null
  by: string | null
  /** why it was ended before its time, or not done at all */
  reason: string
}

/** The clock of the cup in hand. */
export interface WorkClock {
  mixId: string
  mixNumber: number
  from: number
  until: number
}

export interface RunState {
  stages: StageInRun[]
  /** what is done now; null when it is over */
  current: StageInRun | null
  paused: boolean
  /** s of the current stage without pauses */
  elapsed: number
  /** when the clock of the current stage rings; null where none runs */
  ringsAt: number | null
  work: WorkClock | null
  /** when the repair was made, null before */
  appliedAt: number | null
  /** the last stage is done, or it was given up */
  over: boolean
  abandoned: boolean
  lastAt: number
}

const itemsOf = ({ clock }: RepairStage, lists: RunLists): readonly string[] | null => {
  if (clock.kind !== 'list') return null
  return typeof clock.of === 'string' ? lists[clock.of] : clock.of
}

const blank = (stage: RepairStage, lists: RunLists): StageInRun => ({
  stage,
  state: 'to do',
  items: itemsOf(stage, lists),
  ticks: [],
  startedAt: null,
  mixedAt: null,
  endedAt: null,
  by: null,
  reason: '',
})

/** A run as its entries leave it, one taken after the other. */
class Run {
  readonly inRun: StageInRun[]
  /** number of the current stage */
  at = 0
  startedAt: number
  pausedAt: number | null = null
  /** ms of the current stage in which it was paused */
  pauses = 0
  work: WorkClock | null = null
  appliedAt: number | null = null
  abandoned = false
  private mixes = 0

  constructor(
    private readonly stages: readonly RepairStage[],
    private readonly lists: RunLists,
    begun: number,
  ) {
    this.inRun = stages.map(stage => blank(stage, lists))
    this.startedAt = begun
  }

  get current(): StageInRun | undefined {
    return this.inRun[this.at]
  }

  take(entry: RunEntry): void {
    if (this.abandoned) return
    switch (entry.kind) {
      case 'tick':
        return this.tick(entry)
      case 'mix':
        return this.mix(entry)
      case 'done':
        return this.end(entry, 'done')
      case 'skip':
        return this.end(entry, 'skipped')
      case 'back':
        return this.backTo(entry.stage, entry.at)
      case 'mishap': {
        const mishap = this.stages.find(stage => stage.key === entry.stage)?.mishaps.find(each => each.key === entry.mishap)
        return mishap && this.backTo(mishap.backTo, entry.at)
      }
      case 'pause':
        this.pausedAt ??= entry.at
        return
      case 'resume':
        if (this.pausedAt !== null) this.pauses += entry.at - this.pausedAt
        this.pausedAt = null
        return
      case 'abandon':
        this.abandoned = true
        return
      case 'vacuum':
        return
    }
  }

  /** The current stage, if an entry is about it. */
  private here(stage: string): StageInRun | null {
    return this.current?.stage.key === stage ? this.current : null
  }

  private tick({ stage, item, at, by }: RunEntry & { kind: 'tick' }): void {
    const its = this.here(stage)
    if (its && !its.ticks.some(tick => tick.item !== null && tick.item === item)) its.ticks.push({ item, at, by })
  }

  private mix({ id, at, workTime }: RunEntry & { kind: 'mix' }): void {
    this.mixes += 1
    if (this.current) this.current.mixedAt = at
    this.work = workTime === null ? null : { mixId: id, mixNumber: this.mixes, from: at, until: at + workTime * 1000 }
  }

  private end({ stage, at, by, reason }: RunEntry & { kind: 'done' | 'skip' }, state: 'done' | 'skipped'): void {
    const its = this.here(stage)
    if (!its) return
    Object.assign(its, { state, startedAt: this.startedAt, endedAt: at, by, reason })
    if (its.stage.applies && state === 'done') this.appliedAt = at
    if (its.stage.applies) this.work = null
    this.begin(at)
    this.at += 1
  }

  private begin(moment: number): void {
    this.startedAt = moment
    this.pauses = 0
    if (this.pausedAt !== null) this.pausedAt = moment
  }

  private backTo(key: string, moment: number): void {
    const to = this.stages.findIndex(stage => stage.key === key)
    if (to < 0 || to > this.at) return
    const anew = this.stages.slice(to)
    anew.forEach((stage, i) => (this.inRun[to + i] = blank(stage, this.lists)))
    if (anew.some(stage => stage.applies)) this.appliedAt = null
    if (anew.some(stage => stage.clock.kind === 'mix')) this.work = null
    this.at = to
    this.begin(moment)
  }
}

/**
 * How far a repair is: nothing of it is stored but what people did. An entry that comes after a step back counts for what is done
 * anew; a stage without anything to tick (no pinhole is known) is passed as soon as it is reached, and says so.
 * @param begun ms @param now ms, not before the last entry
 */
export function runState(
  stages: readonly RepairStage[],
  entries: readonly RunEntry[],
  { begun, now, lists }: { begun: number; now: number; lists: RunLists },
): RunState {
  const run = new Run(stages, lists, begun)
  for (const entry of entries) run.take(entry)
  const { startedAt, pausedAt, pauses, abandoned } = run
  const current = abandoned ? null : (run.current ?? null)
  if (current) Object.assign(current, { state: 'now', startedAt })
  const lastAt = Math.max(begun, ...entries.map(entry => entry.at))
  const until = pausedAt ?? Math.max(now, lastAt)
  return {
    stages: run.inRun,
    current,
    paused: pausedAt !== null,
    elapsed: current ? Math.max(0, until - startedAt - pauses) / 1000 : 0,
    ringsAt: current && pausedAt === null ? ringOf(current, startedAt + pauses) : null,
    work: run.work,
    appliedAt: run.appliedAt,
    over: abandoned || run.at >= stages.length,
    abandoned,
    lastAt,
  }
}

/** When the clock of a stage rings: its least time, the time of the item in hand, the wait after a pass. */
function ringOf({ stage: { clock }, ticks, items }: StageInRun, from: number): number | null {
  const last = ticks.at(-1)
  switch (clock.kind) {
    case 'timer':
    case 'vacuum':
      return from + clock.least * 1000
    case 'list': {
      const each = clock.each ?? clock.gels
      if (each === undefined || ticks.length >= (items?.length ?? 0)) return null
      return (last?.at ?? from) + each * 1000
    }
    case 'passes':
      return last ? last.at + clock.wait * 1000 : null
    default:
      return null
  }
}

/** A mix is stirred for at least this share of its time before anybody goes on. */
const percent = (share: number) => Math.round(100 * share)

/**
 * Why the current stage is not over yet, as a sentence; null when it is. Whoever ends it all the same says why.
 * @param curedAt ms, when what was put on has cured; null where nothing cures or nothing is on yet
 * @param vacuums readings of the current stage, Pa below the air outside
 */
export function notYet(
  run: RunState,
  entries: readonly RunEntry[],
  { now, curedAt }: { now: number; curedAt: number | null },
): string | null {
  const { current, elapsed, work } = run
  if (!current) return null
  const { stage, ticks, items } = current
  const { clock } = stage
  if (stage.inWorkTime && clock.kind !== 'mix' && work && now >= work.until)
    return 'The work time of this cup is over: do not go on with it. Say what went wrong, or that it was done in time and ticked late.'
  switch (clock.kind) {
    case 'count':
      return ticks.length < clock.least
        ? `${clock.least} ${clock.nouns} are the least, ${ticks.length} counted.`
        : tooQuick(clock.least, clock.nouns, clock.each, elapsed)
    case 'timer':
      if (elapsed < clock.least) return `It wants ${minutes(clock.least)}, and has had ${minutes(elapsed)}.`
      return null
    case 'list': {
      const left = (items ?? []).filter(item => !ticks.some(tick => tick.item === item))
      if (left.length > 0) return `Not ticked yet: ${left.join(', ')}.`
      return tooQuick(ticks.length, 'of them', clock.each ?? clock.gels ?? 0, elapsed)
    }
    case 'mix': {
      const mixed = entries.some(entry => entry.kind === 'mix' && entry.at >= (current.startedAt ?? 0))
      if (!mixed) return 'Say what was weighed: work time runs from the moment the parts meet.'
      const stirred = work ? (now - work.from) / 1000 : Infinity
      return stirred < clock.least ? `Stirred for ${percent(stirred / clock.least)} % of ${minutes(clock.least)}.` : null
    }
    case 'vacuum': {
      const read = entries.filter(entry => entry.kind === 'vacuum' && entry.at >= (current.startedAt ?? 0))
      if (read.length === 0) return 'Read the column at least once.'
      return elapsed < clock.least ? `It wants ${minutes(clock.least)}, and has had ${minutes(elapsed)}.` : null
    }
    case 'passes':
      if (ticks.length < clock.least) return `${clock.least} ${clock.nouns} are the least, ${ticks.length} done.`
      return ticks.length > 0 && now < ticks.at(-1)!.at + clock.wait * 1000
        ? `The last ${clock.noun} wants ${minutes(clock.wait)} before anything else.`
        : tooQuick(ticks.length, clock.nouns, clock.wait, elapsed)
    case 'cure':
      if (run.appliedAt === null) return null
      if (curedAt === null) return 'It stands still: it is too cold to cure.'
      return now < curedAt ? 'It has not cured yet.' : null
    case 'none':
      return null
  }
}

/** Why what was ticked cannot have been done: each takes its time, one after the other. Times s. */
function tooQuick(done: number, nouns: string, each: number, elapsed: number): string | null {
  if (elapsed >= done * each) return null
  return `${done} ${nouns} at ${minutes(each)} each take ${minutes(done * each)}, and this stage has had ${minutes(elapsed)}.`
}

const minutes = (seconds: number) => (seconds < 90 ? `${Math.round(seconds)} s` : `${Math.floor(seconds / 60)} min`)

/** Why a vacuum is wrong while sealant is drawn in, as a sentence; null when it is right. @param limit Pa, of the tank */
export function vacuumProblem(pressure: number, { from, to }: { from: number; to: number }, limit: number): string | null {
  const kPa = (pascals: number) => `${figureText(pascals / 1000, 1)} kPa`
  if (pressure > limit) return `${kPa(pressure)} is beyond the tank’s own limit of ${kPa(limit)}: vent it at once.`
  if (pressure > to) return `${kPa(pressure)} draws it through the joint; ${kPa(to)} are the most.`
  return pressure < from ? `${kPa(pressure)} hardly draws it in; ${kPa(from)} are the least.` : null
}
