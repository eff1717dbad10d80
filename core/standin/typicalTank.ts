import type { HoldSetup } from '../hold/holdSetup'
import { uniformAt } from './seededRandom'
import { tame, type HiddenLeak, type StandInConfig, type Unruly } from './standInTank'
import type { Surroundings } from './surroundings'

/** A simulated tank of a kind: what is known of its hold, and how unruly it is. */
interface TypicalTank {
  seed: number
  /** how far it does what real tanks do besides, from not at all (0) to as much as any (1) */
  unruliness: number
  setup: Pick<HoldSetup, 'space' | 'volumeUncertainty' | 'testPressure' | 'gauge' | 'bottle' | 'surroundings'>
  hasThermometer: boolean
  hasBarometer: boolean
  leaks: readonly HiddenLeak[]
  /** it is held at night, when nothing outdoors is in the sun */
  atNight?: boolean
  /** nothing but a leak moves it: its air stands still, and what was pumped in is as warm as the room */
  calm?: boolean
}

/** K an hour at the most, K, K each root hour: how the air around a tank moves, by where it stands. */
const air: Record<NonNullable<HoldSetup['surroundings']>['place'] | 'night', { drift: number; swing: number; wander: number }> =
  {
    'still room': { drift: 0.15, swing: 0.03, wander: 0.03 },
    'indoors': { drift: 0.25, swing: 0.05, wander: 0.05 },
    'outdoors': { drift: 1.5, swing: 0.3, wander: 0.3 },
    'night': { drift: 0.8, swing: 0.03, wander: 0.08 },
  }

/** How still air wanders all the same: K, Pa each root hour. */
const STILL = { skin: 0.005, weather: 1 }

/** Numbers of the draws, so that one more does not change the others. */
const draws = {
  volume: 30,
  warmth: 31,
  settling: 32,
  skin: 33,
  drift: 34,
  weather: 35,
  front: 36,
  thermometer: 37,
  barometer: 38,
  gauge: 39,
  lag: 40,
  farSide: 41,
  slowShare: 42,
  slowTime: 43,
  rise: 44,
  riseTime: 45,
  creep: 46,
  late: 47,
  aside: 48,
  bottleGauge: 49,
} as const

/** A tank of a kind in ordinary air, drawn by its seed. It knows nothing of how a hold is estimated. */
export function typicalTank({
  seed,
  unruliness,
  setup,
  leaks,
  hasThermometer,
  hasBarometer,
  atNight,
  calm = false,
}: TypicalTank): StandInConfig {
  const draw = (what: keyof typeof draws) => uniformAt(seed, draws[what], 0)
  const vary = (what: keyof typeof draws, spread: number) => spread * (2 * draw(what) - 1)
  const { surroundings, bottle } = setup
  const place = surroundings?.place ?? 'indoors'
  const around = air[place === 'outdoors' && atNight ? 'night' : place]
  const skin: Surroundings['skin'] = {
    start: 289 + vary('skin', 3),
    drift: calm ? 0 : vary('drift', around.drift),
    swing: calm ? 0 : around.swing,
    swingPeriod: 2400,
    wander: calm ? STILL.skin : around.wander,
  }
  return {
    seed,
    space: {
      ...setup.space,
      volume: setup.space.volume * (1 + vary('volume', Math.min(0.1, setup.volumeUncertainty / setup.space.volume))),
    },
    leaks,
    startPressure: setup.testPressure,
    pumpWarmth: calm ? 0 : Math.sign(setup.testPressure) * (0.6 + 0.3 * draw('warmth')),
    settleTime: 90 + 60 * draw('settling'),
    unruly: unruly(unruliness, surroundings, draw),
    skin,
    weather: {
      start: 100_900 + vary('weather', 900),
      drift: calm ? 0 : vary('front', 30),
      wander: calm ? STILL.weather : 8,
    },
    gauge: { ...setup.gauge, drift: unruliness * vary('gauge', 15) },
    thermometer: hasThermometer ? { resolution: 0.05, noise: 0.01, drift: vary('thermometer', 0.05) } : null,
    barometer: hasBarometer ? { resolution: 10, noise: 4, drift: vary('barometer', 5) } : null,
    ...(bottle && {
      bottle: {
        volume: bottle.volume,
        lag: { 'inside': 60, 'on the skin': 200, 'beside': 400 }[bottle.lies],
        aside: vary('aside', { 'inside': 0.01, 'on the skin': 0.05, 'beside': 0.4 }[bottle.lies]),
        leak: 0,
        gauge: { ...bottle.gauge, drift: unruliness * vary('bottleGauge', 8) },
      },
    }),
  }
}

/**
 * What a real tank does besides, by how unruly this one is: its gas follows late, its far side moves more, baffles hold warm gas,
 * fuel evaporates where there is some, moulded walls creep, instruments lag.
 */
function unruly(degree: number, surroundings: HoldSetup['surroundings'], draw: (what: keyof typeof draws) => number): Unruly {
  if (degree === 0) return tame
  const fuel = { 'wet with fuel': 800, 'aired': 12, 'dry': 0 }[surroundings?.inside ?? 'aired']
  return {
    gasLag: degree * 900 * draw('lag'),
    farSide: degree * (draw('farSide') - 0.5),
    slow: { share: degree * 0.4 * draw('slowShare'), settleTime: 900 + 1200 * draw('slowTime') },
    vapour: { rise: degree * fuel * draw('rise'), time: 300 + 1500 * draw('riseTime') },
    creep: surroundings?.wall === 'plastic' ? 0.04 + degree * 0.16 * draw('creep') : 0,
    thermometerLag: degree * 500 * draw('late'),
  }
}
