import type { LeakPath } from '../besides/leakPaths'
import type { Effect } from '../besides/discrepancy'
import type { Settling } from './settling'

/** The columns of every model of a hold side by side, and where each stands; a model is a choice of them. */
export interface HoldDesign {
  columns: Float64Array[]
  start: number
  leak: (path: LeakPath) => number
  settling: (settling: Settling) => number
  offsets: readonly number[]
  at: (effect: Effect) => number
}

/** What the columns of a hold's models are made of. */
interface DesignParts {
  sign: 1 | -1
  /** of the leak */
  paths: readonly LeakPath[]
  /** that gas may show; those of one course share a column */
  settlings: readonly Settling[]
  /** blocks from which the pressure is offset */
  steps: readonly number[]
  /** of what acts besides; those of one course share a column */
  effects: readonly Effect[]
  /** of blocks */
  count: number
}

/** Makes each column once, and tells where each stands. */
export function holdDesign({ sign, paths, settlings, steps, effects, count }: DesignParts): HoldDesign {
  const columns: Float64Array[] = [new Float64Array(count).fill(1)]
  const add = (column: Float64Array) => columns.push(column) - 1
  const leakAt = new Map(paths.map(path => [path, add(path.exposure.map(lost => -sign * lost))]))
  const offsets = steps.map(at => add(new Float64Array(count).fill(1, at)))
  const columnAt = new Map<Float64Array, number>()
  for (const { column } of [...settlings, ...effects]) if (!columnAt.has(column)) columnAt.set(column, add(column))
  return {
    columns,
    start: 0,
    offsets,
    leak: path => leakAt.get(path)!,
    settling: settling => columnAt.get(settling.column)!,
    at: effect => columnAt.get(effect.column)!,
  }
}
