import type { CraftKind } from '../circuit/tankKinds'

/** A caution shown before air goes in. Source: general trade practice; local codes and licensed practice come first. */
export interface Caution {
  key: string
  text: string
  /** craft that it is for; every craft when absent */
  craft?: readonly CraftKind[]
}

export const holdCautions: readonly Caution[] = [
  { key: 'air', text: 'Outdoors or well ventilated. No heater, switch, grinder, flame or phone on charge within reach.' },
  { key: 'power', text: 'Battery disconnected, fuel off, a class B extinguisher to hand, and someone who knows you are there.' },
  { key: 'vapour', text: 'An empty tank is the dangerous one. Measure the vapour: below 10 % of the lower explosive limit at several points, and again after a pause.' },
  { key: 'energy', text: 'Small pressures make large forces. Fit a relief, a regulator or a water column, stand clear of flat sides, and open the cap slowly.' },
  { key: 'gas', text: 'Air or nitrogen only. Never oxygen, never above the limit of this tank.' },
  { key: 'hot-work', text: 'No welding, brazing or grinding on this tank here: that is for a licensed shop with a gas-free certificate.' },
  { key: 'aircraft', text: 'Work and return to service belong to appropriately rated people under the approved data.', craft: ['light aircraft'] },
  { key: 'boat', text: 'Ventilate the bilge and check it for vapour before any engine or pump starts.', craft: ['boat'] },
  { key: 'road', text: 'Vapour systems fall under local emission rules: do not defeat a valve to pass a test.', craft: ['road vehicle'] },
]

/** The cautions that apply to a craft. */
export const cautionsFor = (craft: CraftKind) => holdCautions.filter(caution => !caution.craft || caution.craft.includes(craft))
