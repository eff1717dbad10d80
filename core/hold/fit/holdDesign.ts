import type { LeakPath } from '../besides/leakPaths'
import type { Effect } from '../besides/discrepancy'
import type { Settling } from './settling'

/** The columns of every model of a hold side by side; a model is a choice of them. The first is the start. */
export interface HoldDesign {
  columns: Float64Array[]
  leak: (path: LeakPath) => number
  settling: (settling: Settling) => number
  offsets: readonly number[]
  at: (effect: Effect) => number
}

/**
 * @param paths of the leak
 * @param settlings that gas may show; those of one course share a column
 * @param steps blocks from which the pressure is offset
 * @param effects of what acts besides; those of one course share a column
 * @param count of blocks
 */
export function holdDesign(
  sign: 1 | -1,
  paths: readonly LeakPath[],
  settlings: readonly Settling[],
  steps: readonly number[],
  effects: readonly Effect[],
  count: number,
): HoldDesign {
  const columns: Float64Array[] = [new Float64Array(count).fill(1)]
  const add = (column: Float64Array) => columns.push(column) - 1
  const leakAt = new Map(paths.map(path => [path, add(path.exposure.map(lost => -sign * lost))]))
  const offsets = steps.map(at => add(new Float64Array(count).fill(1, at)))
  const columnAt = new Map<Float64Array, number>()
  for (const { column } of [...settlings, ...effects]) if (!columnAt.has(column)) columnAt.set(column, add(column))
  return {
    columns,
    offsets,
    leak: path => leakAt.get(path)!,
    settling: settling => columnAt.get(settling.column)!,
    at: effect => columnAt.get(effect.column)!,
  }
}
