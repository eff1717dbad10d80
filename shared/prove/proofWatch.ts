import { fuels, type FuelKey } from '../../core/fuel/fuels'
import { harmlessFuel } from '../../core/fuel/fuelThroughLeak'
import type { ProofStep } from '../../core/ledger/proof/proofSteps'
import { wetWatch } from '../../core/leaktest/wet/smallestWetSeen'
import { wetLook, wetLooks, type WetLookKey } from '../../core/leaktest/wet/wetLooks'

/**
 * How long a step in use is watched at least: by its own rule, and where places are watched for fuel until what drips or stains in
 * a day would have shown.
 * @param look the way of looking; null where none was chosen
 * @returns s; Infinity where this way never shows it, since this fuel dries as fast as it comes
 */
export function proofWatch(step: Pick<ProofStep, 'watch' | 'watchedFor'>, fuelKey: FuelKey, look: WetLookKey | null): number {
  if (!step.watchedFor || look === null) return step.watch
  const fuel = fuels.find(each => each.key === fuelKey)!
  return Math.max(step.watch, wetWatch(wetLook(look), fuel, harmlessFuel(fuel)))
}

/** The ways of looking at a step, with the least watch of each, s; those that never show it stand there with Infinity. */
export const proofLooks = (step: Pick<ProofStep, 'watch' | 'watchedFor'>, fuel: FuelKey) =>
  wetLooks.map(look => ({ look, watch: proofWatch(step, fuel, look.key as WetLookKey) }))
