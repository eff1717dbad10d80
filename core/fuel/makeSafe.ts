import type { CraftKind } from '../circuit/tankKinds'
import { fuels, type FuelKey } from './fuels'
import { known, type Bounds } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'

/** Where the work is done. */
export const workPlaces = ['outdoors', 'open shed', 'indoors', 'inside the craft'] as const
export type WorkPlace = (typeof workPlaces)[number]

/** What is planned on the tank. */
export const workActs = [
  'look',
  'drain',
  'remove the tank',
  'air or smoke',
  'sealant or solvent',
  'heat or sparks',
  'engine running',
] as const
export type WorkAct = (typeof workActs)[number]

export interface WorkPlan {
  place: WorkPlace
  acts: readonly WorkAct[]
  /** day on which the craft is promised back, as 2026-05-20; absent when none was promised */
  promised?: string | null
}
/** Looking and testing with air in the open: what nearly every job begins with. */
export const USUAL_PLAN: WorkPlan = { place: 'outdoors', acts: ['look', 'air or smoke'] }

/** What a caution is drawn up from. */
export interface SafetyCase {
  craft: CraftKind
  fuel: FuelKey
  /** m3 */ capacity: number
  plan: WorkPlan
}

/**
 * A caution with its reason. Source: general trade practice and the usual codes on fuel tanks (NFPA 326, API 2015, OSHA
 * 1910.106 and 1910.146);
 * local codes, makers' manuals and licensed practice come first.
 */
export interface Caution {
  key: string
  source: SourceKey
  text: string
  why: string
  /** acts that call for it; any act when absent */
  acts?: readonly WorkAct[]
  /** places that call for it by themselves, whatever is done there */
  places?: readonly WorkPlace[]
  craft?: readonly CraftKind[]
  /** only for fuels that give off vapour that burns at ordinary temperature, or only for those that do not */
  volatile?: boolean
  /** only for tanks that hold more, m3 */
  above?: number
}

const closed: readonly WorkPlace[] = ['indoors', 'inside the craft']

const rows: readonly Caution[] = [
  {
    key: 'air',
    source: 'codes on fuel tanks',
    text: 'Outdoors or well ventilated. No heater, switch, grinder, flame or phone on charge within reach.',
    why: 'Vapour is heavier than air, creeps along the floor and finds ignition metres away.',
  },
  {
    key: 'power',
    source: 'codes on fuel tanks',
    text: 'Battery disconnected, fuel off.',
    why: 'A switch, a pump or a short makes the spark.',
  },
  {
    key: 'extinguisher',
    source: 'codes on fuel tanks',
    text: 'A class B extinguisher to hand, and somebody who knows that you are there.',
    why: 'The first ten seconds decide, and nobody puts out a fire they lie under.',
  },
  {
    key: 'protection',
    source: 'trade practice',
    text: 'Gloves that fuel does not soak through, eye protection.',
    why: 'Fuel goes through skin, and splashes upwards when a fitting comes loose.',
    acts: ['drain', 'remove the tank', 'sealant or solvent', 'engine running', 'air or smoke'],
  },
  {
    key: 'spill',
    source: 'trade practice',
    text: 'Tray and absorbent under it, drains covered.',
    why: 'What runs out is easier to catch than to gather.',
    acts: ['drain', 'remove the tank', 'engine running'],
  },
  {
    key: 'bonding',
    source: 'codes on fuel tanks',
    text: 'Bond both containers to the tank before the first drop, metal cans on the ground.',
    why: 'Fuel that flows charges itself; the spark jumps at the spout.',
    acts: ['drain'],
    volatile: true,
  },
  {
    key: 'vapour',
    source: 'codes on fuel tanks',
    text: 'Measure the vapour: below 10 % of the lower limit at several points, and again after a pause.',
    why: 'An empty tank is the dangerous one: it holds the mixture that burns.',
    acts: ['remove the tank', 'air or smoke', 'sealant or solvent', 'heat or sparks'],
  },
  {
    key: 'warm-diesel',
    source: 'trade practice',
    text: 'Keep it cool: warmed or sprayed it burns like petrol.',
    why: 'Its flash point is only some tens of degrees away, and a mist has none.',
    acts: ['heat or sparks', 'engine running', 'air or smoke'],
    volatile: false,
  },
  {
    key: 'energy',
    source: 'trade practice',
    text: 'Fit a relief, a regulator or a water column, stand clear of flat sides, open the cap slowly.',
    why: 'A few kilopascals on half a square metre push like a heavy man.',
    acts: ['air or smoke'],
  },
  {
    key: 'gas',
    source: 'trade practice',
    text: 'Air or nitrogen only, through a regulator. Never oxygen, never a bottle straight to the tank, never above the limit.',
    why: 'Oxygen sets fuel residue alight by itself; a bottle holds a thousand times what a tank stands.',
    acts: ['air or smoke'],
  },
  {
    key: 'weight',
    source: 'trade practice',
    text: 'Run it low, drain it, know its weight; wide pads, two points, nobody under it while it moves.',
    why: 'Fuel shifts to the low side as it tilts and takes the tank with it.',
    acts: ['remove the tank'],
  },
  {
    key: 'second-person',
    source: 'trade practice',
    text: 'A second person at the jack or the switch.',
    why: 'One pair of hands cannot hold a tank and free what it catches on.',
    acts: ['remove the tank', 'engine running'],
  },
  {
    key: 'big-tank',
    source: 'trade practice',
    text: 'Above 100 L have the fuel pumped out first and the pad under the middle.',
    why: 'It weighs more than a person can steady.',
    acts: ['remove the tank'],
    above: 0.1,
  },
  {
    key: 'solvent',
    source: 'trade practice',
    text: 'Mask or moving air for solvents and hardeners, rags laid flat outdoors.',
    why: 'They stun before they smell, and oily rags in a heap light themselves.',
    acts: ['sealant or solvent'],
  },
  {
    key: 'indoors',
    source: 'codes on fuel tanks',
    text: 'Doors open at floor level, no pit, a fan that blows in and cannot spark.',
    why: 'Indoors vapour gathers on the floor and in pits, and stays.',
    places: ['indoors'],
  },
  {
    key: 'inside',
    source: 'codes on fuel tanks',
    text: 'Blow the bilge or cabin out first, read it low down, and never work in there alone.',
    why: 'In a closed space vapour puts you to sleep before it burns.',
    places: ['inside the craft'],
  },
  {
    key: 'heat',
    source: 'codes on fuel tanks',
    text: 'No heat gun, grinder, drill or lamp on the tank before the readings stand. Flame and arc are for a licensed shop with a gas-free certificate.',
    why: 'A heat gun is hotter than the ignition temperature of every fuel here.',
    acts: ['heat or sparks'],
  },
  {
    key: 'engine',
    source: 'trade practice',
    text: 'In the open, somebody at the switch, off at the first spray; not with a pool under it.',
    why: 'A running engine has everything that sets a leak alight.',
    acts: ['engine running'],
  },
  {
    key: 'aircraft',
    source: 'trade practice',
    text: 'Work and return to service belong to appropriately rated people under the approved data.',
    why: 'A leak that holds on the ground may not at height.',
    craft: ['light aircraft'],
  },
  {
    key: 'commercial',
    source: 'trade practice',
    text: 'Back on the road only when somebody who may sign for a commercial vehicle has seen it.',
    why: 'Its tanks are inspected under local rules, and a saddle tank stands where another vehicle strikes first.',
    craft: ['heavy vehicle'],
  },
  {
    key: 'boat',
    source: 'trade practice',
    text: 'Ventilate the bilge and check it for vapour before any engine or pump starts.',
    why: 'A bilge is a bowl: vapour cannot run out of it.',
    craft: ['boat'],
  },
  {
    key: 'road',
    source: 'trade practice',
    text: 'Do not defeat a valve of the vapour system to pass a test.',
    why: 'Local emission rules apply, and the next filling overflows.',
    craft: ['road vehicle'],
    acts: ['air or smoke', 'remove the tank'],
  },
]
export const cautions = known(
  'Cautions',
  rows,
  row => row.key,
  ({ above }): Bounds => (above === undefined ? {} : { above: [above, 0.02, 1] }),
)

/** Flash points below this burn at ordinary temperature, K. */
const VOLATILE_BELOW = 310

/** Whether a fuel gives off vapour that burns at ordinary temperature; one that nobody knows is taken to. */
export const isVolatile = (fuel: FuelKey): boolean => (fuels.find(each => each.key === fuel)?.flashPoint ?? 0) < VOLATILE_BELOW

/** A caution that applies, with what in the plan calls for it. */
export interface CalledCaution {
  caution: Caution
  calledBy: string[]
}

/** The cautions that apply to a case, and only those, each with what calls for it. */
export function cautionsFor({ craft, fuel, capacity, plan }: SafetyCase): CalledCaution[] {
  const volatile = isVolatile(fuel)
  return cautions.flatMap((caution): CalledCaution[] => {
    if (caution.craft && !caution.craft.includes(craft)) return []
    if (caution.volatile !== undefined && caution.volatile !== volatile) return []
    if (caution.above !== undefined && capacity <= caution.above) return []
    if (caution.places) return caution.places.includes(plan.place) ? [{ caution, calledBy: [plan.place] }] : []
    const acts = plan.acts.filter(act => !caution.acts || caution.acts.includes(act))
    if (acts.length === 0) return []
    // The same act is another danger in a closed place.
    return [
      { caution, calledBy: [...(caution.acts ? acts : ['any work']), ...(closed.includes(plan.place) ? [plan.place] : [])] },
    ]
  })
}

/** That somebody read a caution, and what called for it then. */
export interface Acknowledgement {
  caution: string
  personId: string
  calledBy: readonly string[]
}

/**
 * Cautions that one person has still to read: never read by them, or called for by something that was not there when they did.
 */
export const dueCautions = (
  called: readonly CalledCaution[],
  read: readonly Acknowledgement[],
  personId: string,
): CalledCaution[] =>
  called.filter(
    ({ caution, calledBy }) =>
      !calledBy.every(call =>
        read.some(each => each.caution === caution.key && each.personId === personId && each.calledBy.includes(call)),
      ),
  )
