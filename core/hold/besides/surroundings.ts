import type { BottlePlace } from '../bottle/bottle'
import type { TankMaterial } from '../../circuit/tankKinds'

/** What the technician can say of where a tank stands, what it is made of, and what was in it. */
export const places = ['still room', 'indoors', 'outdoors'] as const
export const walls = ['metal', 'plastic', 'composite'] as const
export const insides = ['dry', 'aired', 'wet with fuel'] as const
export type Place = (typeof places)[number]
export interface Surroundings {
  place: (typeof places)[number]
  wall: (typeof walls)[number]
  inside: (typeof insides)[number]
}

/** What a tank's material makes its walls: metals neither creep nor breathe. */
export const wallOf = (material: TankMaterial): Surroundings['wall'] =>
  material === 'moulded polyethylene' ? 'plastic' : material === 'composite' ? 'composite' : 'metal'

/**
 * How far the gas of a tank may differ from what a record shows, one standard deviation each: orders of magnitude found in shops and
 * sheds (general practice of pressure decay testing).
 */
export interface UnseenWarmth {
  /** K over a hold of up to an hour, growing with the root of its hours: what no thermometer sees, however still it is */
  floor: number
  /** K a root hour, with the belief in it beforehand: wanderings that are tried, the record says which */
  wander: readonly Wandering[]
  /** the same for a hold without a thermometer, and how far it drifts besides as day and night go, K a root hour */
  blind: { drift: number; wander: readonly Wandering[] }
}
type Wandering = readonly [scale: number, belief: number]
export const unseenWarmth: Record<Surroundings['place'], UnseenWarmth> = {
  'still room': {
    floor: 0.04,
    wander: [
      [0, 0.75],
      [0.05, 0.16],
      [0.15, 0.06],
      [0.3, 0.03],
    ],
    blind: {
      drift: 0.2,
      wander: [
        [0.05, 0.4],
        [0.4, 0.45],
        [1, 0.15],
      ],
    },
  },
  'indoors': {
    floor: 0.05,
    wander: [
      [0, 0.76],
      [0.05, 0.13],
      [0.15, 0.07],
      [0.5, 0.04],
    ],
    blind: {
      drift: 0.4,
      wander: [
        [0.1, 0.4],
        [0.4, 0.4],
        [1.2, 0.2],
      ],
    },
  },
  'outdoors': {
    floor: 0.15,
    wander: [
      [0, 0.72],
      [0.05, 0.13],
      [0.15, 0.06],
      [0.4, 0.05],
      [1.2, 0.04],
    ],
    blind: {
      drift: 0.8,
      wander: [
        [0.15, 0.35],
        [0.6, 0.4],
        [2, 0.25],
      ],
    },
  },
}
/**
 * How the gas goes with the skin that is measured: with it but for what the far side does besides, as a share of what is seen to
 * move; and late, by a lag (s) of which a share is there.
 */
export const gasFollows = [
  { belief: 0.7, far: { mean: 0, spread: 0.1 }, lag: null },
  { belief: 0.2, far: { mean: -0.3, spread: 0.35 }, lag: null },
  { belief: 0.1, far: { mean: -0.1, spread: 0.25 }, lag: { tau: 700, mean: 0.8, spread: 0.25 } },
] as const

/**
 * Vapour that comes up into new air, Pa, and the time constants it does so with, s: a tank that is only aired does it a little. That
 * nobody told of fuel is no proof that there is none.
 */
interface VapourRise {
  belief: number
  mean: number
  spread: number
  tau: number
}
/** From such a rise on it is fuel, and not air that was a little damp with it, Pa. */
export const MUCH_VAPOUR = 100
const muchVapour = (belief: number): VapourRise[] =>
  [300, 900, 1800].map(tau => ({ belief: belief / 3, mean: 300, spread: 400, tau }))
export const vapourRise: Record<Surroundings['inside'], readonly VapourRise[]> = {
  'dry': [{ belief: 0.98, mean: 0, spread: 1, tau: 600 }, ...muchVapour(0.02)],
  'aired': [{ belief: 0.93, mean: 5, spread: 8, tau: 600 }, ...muchVapour(0.07)],
  'wet with fuel': muchVapour(1),
}
/** Part of its give by which a wall goes on giving for each tenfold of time, and what is taken for a give that nobody measured, 1/Pa. */
export const wallCreep: Record<Surroundings['wall'], { leastGive: number; shares: readonly CreepShare[] } | null> = {
  metal: null,
  composite: { leastGive: 5e-7, shares: [{ belief: 1, mean: 0.02, spread: 0.02 }] },
  plastic: {
    leastGive: 2e-6,
    shares: [
      { belief: 0.65, mean: 0.03, spread: 0.03 },
      { belief: 0.35, mean: 0.14, spread: 0.06 },
    ],
  },
}
interface CreepShare {
  belief: number
  mean: number
  spread: number
}
/** Drift of a gauge, Pa an hour, and of a barometer that nobody read, Pa an hour's root. */
export const GAUGE_DRIFT = 12
export const UNREAD_BAROMETER = 60

/** A leak may close after a while (s), or open only above a share of the test pressure: it then looks like settling. */
export const closesAfter = [300, 600, 1200] as const
export const opensAbove = [0.5, 0.75] as const
export const CHANGE_BELIEF = { closes: 0.07, opens: 0.05 }

/** How far a skin moves in such a place at the most in a hold, K; more is no such place. */
export const placeMoves: Record<Surroundings['place'], number> = { 'still room': 2, 'indoors': 6, 'outdoors': Infinity }

/**
 * The same for the difference between a tank's gas and that of a closed bottle: in the gas itself, on the skin, or beside the tank. What
 * both feel drops out (general practice of differential pressure decay testing).
 */
export const bottleWarmth: Record<BottlePlace, UnseenWarmth['blind'] & { floor: number }> = {
  'inside': {
    floor: 0.01,
    drift: 0.01,
    wander: [
      [0, 0.8],
      [0.02, 0.15],
      [0.1, 0.05],
    ],
  },
  'on the skin': {
    floor: 0.03,
    drift: 0.03,
    wander: [
      [0, 0.65],
      [0.05, 0.25],
      [0.2, 0.1],
    ],
  },
  'beside': {
    floor: 0.06,
    drift: 0.2,
    wander: [
      [0.05, 0.5],
      [0.2, 0.35],
      [0.6, 0.15],
    ],
  },
}
