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

export type StageState = 'done' | 'skipped' | 'now' | 'to do'

export interface StageInRun {
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
  const inRun = stages.map((stage): StageInRun => blank(stage))
  let at = 0
  let paused: number | null = null
  let pauses = 0
  let work: WorkClock | null = null
  let mixes = 0
  let appliedAt: number | null = null
  let abandoned = false
  let startedAt = begun

  function blank(stage: RepairStage): StageInRun {
    return {
      stage,
      state: 'to do',
      items: itemsOf(stage, lists),
      ticks: [],
      startedAt: null,
      mixedAt: null,
      endedAt: null,
      by: null,
      reason: '',
    }
  }
  function end(its: StageInRun, entry: RunEntry, state: 'done' | 'skipped', reason: string) {
    Object.assign(its, { state, startedAt, endedAt: entry.at, by: entry.by, reason })
    if (its.stage.applies && state === 'done') appliedAt = entry.at
    if (its.stage.applies) work = null
    begin(entry.at)
    at += 1
  }
  function begin(moment: number) {
    startedAt = moment
    pauses = 0
    if (paused !== null) paused = moment
  }
  function backTo(key: string, moment: number) {
    const to = stages.findIndex(stage => stage.key === key)
    if (to < 0 || to > at) return
    for (let i = to; i < inRun.length; i++) inRun[i] = blank(stages[i]!)
    if (stages.slice(to).some(stage => stage.applies)) appliedAt = null
    if (stages.slice(to).some(stage => stage.clock.kind === 'mix')) work = null
    at = to
    begin(moment)
  }

  for (const entry of entries) {
    if (abandoned) break
    const its = inRun[at]
    const isHere = 'stage' in entry && entry.stage === its?.stage.key
    switch (entry.kind) {
      case 'tick':
        if (isHere && !its!.ticks.some(tick => tick.item !== null && tick.item === entry.item))
          its!.ticks.push({ item: entry.item, at: entry.at, by: entry.by })
        break
      case 'mix':
        mixes += 1
        if (its) its.mixedAt = entry.at
        work =
          entry.workTime === null
            ? null
            : { mixId: entry.id, mixNumber: mixes, from: entry.at, until: entry.at + entry.workTime * 1000 }
        break
      case 'done':
        if (isHere) end(its!, entry, 'done', entry.reason)
        break
      case 'skip':
        if (isHere) end(its!, entry, 'skipped', entry.reason)
        break
      case 'back':
        backTo(entry.stage, entry.at)
        break
      case 'mishap': {
        const mishap = stages.find(stage => stage.key === entry.stage)?.mishaps.find(each => each.key === entry.mishap)
        if (mishap) backTo(mishap.backTo, entry.at)
        break
      }
      case 'pause':
        paused ??= entry.at
        break
      case 'resume':
        if (paused !== null) pauses += entry.at - paused
        paused = null
        break
      case 'abandon':
        abandoned = true
        break
      case 'vacuum':
        break
    }
  }
  const current = abandoned ? null : (inRun[at] ?? null)
  if (current) Object.assign(current, { state: 'now', startedAt })
  const lastAt = Math.max(begun, ...entries.map(entry => entry.at))
  const until = paused ?? Math.max(now, lastAt)
  const elapsed = current ? Math.max(0, until - startedAt - pauses) / 1000 : 0
  return {
    stages: inRun,
    current,
    paused: paused !== null,
    elapsed,
    ringsAt: current && paused === null ? ringOf(current, startedAt + pauses) : null,
    work,
    appliedAt,
    over: abandoned || at >= stages.length,
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
      return ticks.length < clock.least ? `${clock.least} ${clock.nouns} are the least, ${ticks.length} counted.` : null
    case 'timer':
      if (elapsed < clock.least) return `It wants ${minutes(clock.least)}, and has had ${minutes(elapsed)}.`
      return null
    case 'list': {
      const left = (items ?? []).filter(item => !ticks.some(tick => tick.item === item))
      return left.length > 0 ? `Not ticked yet: ${left.join(', ')}.` : null
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
        : null
    case 'cure':
      if (run.appliedAt === null) return null
      if (curedAt === null) return 'It stands still: it is too cold to cure.'
      return now < curedAt ? 'It has not cured yet.' : null
    case 'none':
      return null
  }
}

const minutes = (seconds: number) => (seconds < 90 ? `${Math.round(seconds)} s` : `${Math.floor(seconds / 60)} min`)

/** Why a vacuum is wrong while sealant is drawn in, as a sentence; null when it is right. @param limit Pa, of the tank */
export function vacuumProblem(pressure: number, { from, to }: { from: number; to: number }, limit: number): string | null {
  const kPa = (pascals: number) => `${figureText(pascals / 1000, 1)} kPa`
  if (pressure > limit) return `${kPa(pressure)} is beyond the tank’s own limit of ${kPa(limit)}: vent it at once.`
  if (pressure > to) return `${kPa(pressure)} draws it through the joint; ${kPa(to)} are the most.`
  return pressure < from ? `${kPa(pressure)} hardly draws it in; ${kPa(from)} are the least.` : null
}
