import type { PartFamily } from '../circuit/boundary'

/** A way to get fuel out, with what it needs and how fast it goes. */
interface DrainMethod {
  key: string
  name: string
  how: string
  /** only where the tank has a part of one of these families; anywhere when absent */
  needs?: readonly PartFamily[]
  /** what is taken off or opened for it, and so is touched */
  opens: readonly PartFamily[]
  /** m3/s that it usually moves */
  flow: number
  /** 1 for hardly any to 5 for a shower */
  mess: number
  /** it draws at the pickup: what lies below stays */
  fromPickup: boolean
  /** share of what is in it that it leaves behind besides */
  leaves: number
  mind: string
}

/** From the least mess to the most. Flows and residues: general trade practice. */
export const drainMethods: readonly DrainMethod[] = [
  {
    key: 'return',
    name: 'Through the return or a service port',
    how: 'Hose on the return or port into a bonded can, the craft’s own pump or a hand pump.',
    needs: ['return', 'coupling', 'feed'],
    opens: ['return', 'coupling'],
    flow: 1.5e-5,
    mess: 1,
    fromPickup: true,
    leaves: 0,
    mind: 'Its own pump runs only with vapour kept away and the hose tight.',
  },
  {
    key: 'filler',
    name: 'Hand pump through the filler',
    how: 'Hose to the lowest place it reaches, steady strokes.',
    needs: ['neck', 'filler hose', 'cap'],
    opens: ['cap'],
    flow: 1e-4,
    mess: 2,
    fromPickup: false,
    leaves: 0.1,
    mind: 'Anti-theft flaps and valves stop a hose: do not force it.',
  },
  {
    key: 'pickup',
    name: 'Through the pickup',
    how: 'Feed hose off, hand pump or a siphon with its own bulb on the pickup, never started by mouth.',
    needs: ['pickup', 'feed'],
    opens: ['pickup', 'feed'],
    flow: 5e-5,
    mess: 2,
    fromPickup: true,
    leaves: 0,
    mind: 'An anti-siphon valve wants suction, not a siphon.',
  },
  {
    key: 'sender',
    name: 'Through the sender’s hole',
    how: 'Sender out, pump hose to the lowest corner.',
    needs: ['sender'],
    opens: ['sender'],
    flow: 1e-4,
    mess: 3,
    fromPickup: false,
    leaves: 0.01,
    mind: 'The hole is wide open: keep it covered with a cloth while you pump.',
  },
  {
    key: 'tap',
    name: 'Through the tap',
    how: 'Hose off below the tap into a can.',
    needs: ['tap'],
    opens: [],
    flow: 3e-5,
    mess: 2,
    fromPickup: false,
    leaves: 0.02,
    mind: 'Shut it before the can is full, not when.',
  },
  {
    key: 'drain',
    name: 'Through the drain plug',
    how: 'Small screw first where there are two; a pan wider than the splash.',
    needs: ['drain'],
    opens: ['drain'],
    flow: 1.2e-4,
    mess: 4,
    fromPickup: false,
    leaves: 0,
    mind: 'The last turn drops the plug into the pan: keep your sleeve out of it.',
  },
]

/** Ways that this tank offers, in order of least mess. */
export const drainMethodsFor = (families: readonly PartFamily[]): DrainMethod[] =>
  drainMethods
    .filter(method => !method.needs || method.needs.some(family => families.includes(family)))
    .sort((a, b) => a.mess - b.mess)

/** s that a way takes for so much, m3. */
export const drainTime = (method: Pick<DrainMethod, 'flow'>, volume: number): number => volume / method.flow

/**
 * What a way leaves in the tank, m3.
 * @param level in it before, m3
 * @param unusable below the pickup, m3
 */
export const leftAfter = (method: Pick<DrainMethod, 'fromPickup' | 'leaves'>, level: number, unusable: number): number =>
  Math.min(level, level * method.leaves + (method.fromPickup ? unusable : 0))

/** No container is filled above this share: fuel swells as it warms. */
const FILL_SHARE = 0.95

/**
 * Containers for so much fuel: how many of a size are needed, none filled to the brim.
 * @throws RangeError for a container of no size
 */
export function containersNeeded(volume: number, size: number): number {
  if (!(size > 0)) throw new RangeError('A container holds more than nothing.')
  return Math.ceil(volume / (FILL_SHARE * size) - 1e-9)
}

/**
 * What came out against what the gauge said, as a share of the capacity: how far the gauge is off, above zero when it showed
 * too much.
 */
export const gaugeError = (shown: number, drained: number, left: number, capacity: number): number =>
  shown - (drained + left) / capacity
