import type { PartFamily } from '../circuit/boundary'
import { checks } from '../complaint/checks'
import { isNeutral } from '../complaint/situation'
import { drainMethods } from '../fuel/draining'
import type { RepairMethodKey } from '../repair/method/repairMethods'
import { isStaged, stagesOfMethods } from '../repair/stage/stages'
import type { RepairStage } from '../repair/stage/stage'
import type { JobRecord, RecordedRun, Touch } from './record'

const stagesOf = (method: string): readonly RepairStage[] =>
  isStaged(method as RepairMethodKey) ? stagesOfMethods[method as keyof typeof stagesOfMethods] : []

/**
 * What a run did to its parts: they were disturbed as it began and with each stage until it was put on; what was stripped, as a
 * stage or after a mishap, cures no more.
 */
function runTouches({ at, method, partIds, entries }: RecordedRun): Touch[] {
  const stages = stagesOf(method)
  const applies = stages.findIndex(stage => stage.applies)
  const touches: Touch[] = [{ at, partIds, kind: 'adjusted' }]
  for (const act of entries) {
    const said = act.facts as { stage?: string; mishap?: string }
    const stage = stages.findIndex(each => each.key === said.stage)
    if (act.kind === 'mishap' && stages[stage]?.mishaps.find(each => each.key === said.mishap)?.strips)
      touches.push({ at: act.at, partIds, kind: 'stripped' })
    const ended = act.kind === 'done' || act.kind === 'skip'
    if (ended && stage >= 0 && stage <= applies)
      touches.push({ at: act.at, partIds, kind: act.kind === 'done' && stages[stage]!.strips ? 'stripped' : 'adjusted' })
  }
  return touches
}

/** Whether a method closes every opening with a plug of its own: what sits there comes off, and goes on again at its end. */
const opensAll = (method: string): boolean =>
  stagesOf(method).some(({ clock }) => clock.kind === 'list' && clock.of === 'openings')

/**
 * What was taken off its opening so that the tank could be plugged: as the work began, with each of its stages to the last, and
 * where it was recorded as done at once.
 */
function openingsTaken({ parts, runs, repairs }: JobRecord): Touch[] {
  const moments = [
    ...runs
      .filter(run => opensAll(run.method))
      .flatMap(run => [
        run.at,
        ...run.entries.filter(each => each.kind === 'done' || each.kind === 'skip').map(each => each.at),
      ]),
    ...repairs.filter(repair => opensAll(repair.method)).map(repair => repair.at),
  ]
  const partIds = parts.flatMap(part => (part.opening && part.removedAt === null ? [part.id] : []))
  return moments.map(at => ({ at, partIds, kind: 'removed' as const }))
}

/** Where a gas meter's probe goes in. */
const PROBED: readonly PartFamily[] = ['cap']

/**
 * What was opened so that fuel could come out, lifted, drawn or turned for a check, or let a gas meter's probe in. Struck out or not: a
 * plug that was out was out.
 */
function opened({ parts, drained, answers, gasReadings }: JobRecord): Touch[] {
  const of = (families: readonly PartFamily[], { at, struck }: { at: number; struck: string | null }, kind: Touch['kind']) => {
    const partIds = parts.flatMap(part => (families.includes(part.family) && part.removedAt === null ? [part.id] : []))
    return partIds.length > 0 ? [{ at, partIds, kind, struck }] : []
  }
  return [
    ...drained.flatMap(each => of(drainMethods.find(({ key }) => key === each.method)?.opens ?? [], each, 'removed')),
    ...answers
      .filter(({ outcome }) => !isNeutral(outcome))
      .flatMap(each => of(checks.find(({ key }) => key === each.check)?.opens ?? [], each, 'adjusted')),
    ...gasReadings.flatMap(each => of(PROBED, each, 'removed')),
  ]
}

/**
 * Every time at which parts were disturbed, however that came about: said so, by the stages of a repair, or by openings that were
 * taken for one, to let fuel out, or for a look. What was struck out is among them: the metal was touched all the same. That a
 * repair touches its parts the ledger has from the repair itself.
 */
export const touchesIn = (record: JobRecord): Touch[] => [
  ...record.touches,
  ...record.runs.flatMap(runTouches),
  ...openingsTaken(record),
  ...opened(record),
]
