/** What the technician can say of where a tank stands, what it is made of, and what was in it. */
export const places = ['still room', 'indoors', 'outdoors'] as const
export const walls = ['metal', 'plastic', 'composite'] as const
export const insides = ['dry', 'aired', 'wet with fuel'] as const
export interface Surroundings {
  place: (typeof places)[number]
  wall: (typeof walls)[number]
  inside: (typeof insides)[number]
}

/**
 * How far the gas of a tank may differ from what a record shows, one standard deviation each: orders of magnitude found in shops and
 * sheds (general practice of pressure decay testing).
 */
export interface UnseenWarmth {
  /** K over a hold of up to an hour, growing with the root of its hours: what no thermometer sees, however still it is */
  floor: number
  /** K an hour, for a hold without a thermometer */
  blind: number
  /** K a root hour, with the belief in it beforehand: wanderings that are tried, the record says which */
  wander: readonly (readonly [scale: number, belief: number])[]
}
export const unseenWarmth: Record<Surroundings['place'], UnseenWarmth> = {
  'still room': {
    floor: 0.05,
    blind: 0.4,
    wander: [
      [0, 0.6],
      [0.1, 0.3],
      [0.3, 0.1],
    ],
  },
  'indoors': {
    floor: 0.07,
    blind: 1,
    wander: [
      [0, 0.5],
      [0.15, 0.35],
      [0.5, 0.15],
    ],
  },
  'outdoors': {
    floor: 0.2,
    blind: 1.8,
    wander: [
      [0, 0.5],
      [0.4, 0.35],
      [1.2, 0.15],
    ],
  },
}
/** Share of what the skin is seen to move that the gas may move besides, or not: the far side does as it likes. */
export const UNSEEN_SHARE = 0.25
/** The gas follows the skin late, s, or at once; and how much of that lag is there. */
export const gasLags = [0, 900] as const
export const LAG_SHARE = { mean: 0.8, spread: 0.2 }
/** Gas behind baffles, in foam or by a thick wall settles besides with such a time constant, s, or does not. */
export const slowSettlings = [null, 1400] as const
/** Of the warmth that compression gives, adiabatic: what is left to settle slowly. */
export const SLOW_SHARE = { mean: 0.02, spread: 0.035 }

/** Vapour that comes up into new air, Pa, and the time constants it does so with, s: a tank that is only aired does it a little. */
export const vapourRise: Record<Surroundings['inside'], { mean: number; spread: number; taus: readonly number[] }> = {
  'dry': { mean: 0, spread: 1, taus: [600] },
  'aired': { mean: 5, spread: 8, taus: [600] },
  'wet with fuel': { mean: 200, spread: 280, taus: [300, 900, 1800] },
}
/** Part of its give by which a wall goes on giving for each tenfold of time, and what is taken for a give that nobody measured, 1/Pa. */
export const wallCreep: Record<Surroundings['wall'], { mean: number; spread: number; leastGive: number } | null> = {
  metal: null,
  composite: { mean: 0.02, spread: 0.02, leastGive: 5e-7 },
  plastic: { mean: 0.1, spread: 0.06, leastGive: 2e-6 },
}
/** Drift of a gauge, Pa an hour, and of a barometer that nobody read, Pa an hour's root. */
export const GAUGE_DRIFT = 15
export const UNREAD_BAROMETER = 60

/** A leak may close after a while (s), or open only above a share of the test pressure: it then looks like settling. */
export const closesAfter = [300, 600, 1200] as const
export const opensAbove = [0.5, 0.75] as const
export const CHANGE_BELIEF = { closes: 0.12, opens: 0.08 }
