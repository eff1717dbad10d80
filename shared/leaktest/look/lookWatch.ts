import { fuels } from '../../../core/fuel/fuels'
import { harmlessFuel } from '../../../core/fuel/fuelThroughLeak'
import { lookMethod } from '../../../core/leaktest/look/lookMethods'
import { wetWatch } from '../../../core/leaktest/wet/smallestWetSeen'
import { wetLook } from '../../../core/leaktest/wet/wetLooks'
import type { JobView } from '../../views'
import type { LookView } from './lookView'

/** s that a part is watched before dry counts; Infinity where this way never shows what matters of this fuel. */
export function lookWatch({ method, way }: Pick<LookView, 'method' | 'way'>, tank: Pick<JobView, 'fuel'>): number {
  const { watch, watchedFor } = lookMethod(method)
  if (!watchedFor || way === null) return watch
  const fuel = fuels.find(each => each.key === tank.fuel)!
  return Math.max(watch, wetWatch(wetLook(way), fuel, harmlessFuel(fuel)))
}
