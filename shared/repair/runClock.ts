import type { RunEntryView } from '../record/kinds/runActs'

/** The clock of a run beside the wall's: the same, or where it is practised sixty times as fast. Times ms. */
export interface RunClock {
  toRun: (wall: number) => number
  /** @returns when it will be so at the present speed */
  toWall: (run: number) => number
}

/** The clock of a run that began at a moment, by the speeds that were set since. */
export function runClock(begun: number, entries: readonly Pick<RunEntryView, 'kind' | 'facts' | 'at'>[]): RunClock {
  const marks = [{ wall: begun, run: begun, speed: 1 }]
  for (const entry of entries) {
    if (entry.kind !== 'speed') continue
    const last = marks.at(-1)!
    const { speed } = entry.facts as { speed: number }
    marks.push({ wall: entry.at, run: last.run + (entry.at - last.wall) * last.speed, speed })
  }
  return {
    toRun(wall) {
      const mark = marks.findLast(each => each.wall <= wall) ?? marks[0]!
      return mark.run + (wall - mark.wall) * mark.speed
    },
    toWall(run) {
      const mark = marks.findLast(each => each.run <= run) ?? marks[0]!
      return mark.wall + (run - mark.run) / mark.speed
    },
  }
}
