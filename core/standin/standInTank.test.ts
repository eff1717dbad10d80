import { throughputFromStandard } from '../quantity/standardLeakRate'
import { bubblesAt } from './bubbles'
import { normalAt, uniformAt } from './seededRandom'
import { standInTank, tame, type StandInConfig } from './standInTank'

const perfect = { resolution: 0, noise: 0, drift: 0 }
const config: StandInConfig = {
  seed: 3,
  space: { volume: 0.06, wallGive: 0 },
  leaks: [],
  startPressure: 6900,
  pumpWarmth: 0,
  settleTime: 100,
  unruly: tame,
  skin: { start: 293.15, drift: 0, swing: 0, swingPeriod: 3600, wander: 0 },
  weather: { start: 101_325, drift: 0, wander: 0 },
  gauge: perfect,
  thermometer: perfect,
  barometer: perfect,
}

test('a tight tank in steady air does not move', () => {
  expect(standInTank(config).readAt(3600).pressure).toBeCloseTo(6900, 6)
})

test('a leak takes out what it says it takes out', () => {
  const rate = throughputFromStandard(10)
  const lost = 6900 - standInTank({ ...config, leaks: [{ law: 'viscous', rate, referencePressure: 6900 }] }).readAt(60).pressure
  // Throughput over volume for one minute, at a pressure that hardly changes.
  expect(lost).toBeCloseTo((rate * 60) / 0.06, 0)
})

test('one kelvin moves it by P/T, ten hPa by ten hPa', () => {
  const warmer = standInTank({ ...config, skin: { ...config.skin, drift: 1 } }).readAt(3600)
  expect(warmer.pressure - 6900).toBeCloseTo(108_225 / 293.15, 0)
  expect(warmer.temperature).toBeCloseTo(294.15, 6)
  const weather = standInTank({ ...config, weather: { start: 101_325, drift: 1000, wander: 0 } }).readAt(3600)
  expect(weather.pressure - 6900).toBeCloseTo(-1000, 3)
})

test('warm gas cools towards the skin in its time', () => {
  const tank = standInTank({ ...config, pumpWarmth: 1 })
  const early = tank.readAt(100).pressure
  const late = tank.readAt(2000).pressure
  expect(6900 - late).toBeCloseTo(108_225 / 294.15, 0)
  expect((early - late) / (6900 - late)).toBeCloseTo(Math.exp(-1), 2)
})

test('walls that give hold the pressure up while it leaks', () => {
  const leaks = [{ law: 'viscous' as const, rate: throughputFromStandard(10), referencePressure: 6900 }]
  const stiff = standInTank({ ...config, leaks }).readAt(600).pressure
  const soft = standInTank({ ...config, leaks, space: { volume: 0.06, wallGive: 0.006e-3 } }).readAt(600).pressure
  expect((6900 - soft) / (6900 - stiff)).toBeLessThan(0.7)
})

test('a knock shifts the gauge, a top-up brings the pressure back', () => {
  const tank = standInTank({
    ...config,
    leaks: [{ law: 'orifice', rate: throughputFromStandard(50), referencePressure: 6900 }],
  })
  const before = tank.readAt(600).pressure
  tank.topUp(600)
  expect(tank.readAt(600).pressure).toBeCloseTo(6900, 3)
  expect(before).toBeLessThan(6300)
  tank.knock(700)
  expect(Math.abs(tank.readAt(700).pressure - 6900)).toBeGreaterThan(1)
})

test('taken up again after a stop it is where it would have been', () => {
  const noisy = {
    ...config,
    gauge: { resolution: 10, noise: 6, drift: 1 },
    pumpWarmth: 0.7,
    leaks: [{ law: 'viscous' as const, rate: throughputFromStandard(4), referencePressure: 6900 }],
    skin: { ...config.skin, wander: 0.05, swing: 0.1 },
  }
  const steady = standInTank(noisy)
  let last
  for (let t = 0; t <= 900; t += 5) last = steady.readAt(t)
  expect(standInTank(noisy).readAt(900)).toEqual(last)
})

test('instruments show in steps, and are absent when there are none', () => {
  const reading = standInTank({
    ...config,
    gauge: { resolution: 50, noise: 0, drift: 0 },
    startPressure: 6912,
    thermometer: null,
    barometer: null,
  }).readAt(0)
  expect(reading).toEqual({ t: 0, pressure: 6900 })
})

test('vacuum leaks inward', () => {
  const tank = standInTank({
    ...config,
    startPressure: -3500,
    leaks: [{ law: 'orifice', rate: throughputFromStandard(20), referencePressure: -3500 }],
  })
  expect(tank.readAt(600).pressure).toBeGreaterThan(-3500)
})

test('noise is even, normal and the same for the same seed', () => {
  const draws = Array.from({ length: 20_000 }, (_, k) => normalAt(5, 1, k))
  const mean = draws.reduce((sum, draw) => sum + draw, 0) / draws.length
  const variance = draws.reduce((sum, draw) => sum + (draw - mean) ** 2, 0) / draws.length
  expect(Math.abs(mean)).toBeLessThan(0.03)
  expect(Math.abs(variance - 1)).toBeLessThan(0.05)
  expect(normalAt(5, 1, 77)).toBe(draws[77])
  expect(normalAt(6, 1, 77)).not.toBe(draws[77])
  const even = Array.from({ length: 10_000 }, (_, k) => uniformAt(9, 2, k))
  expect(even.filter(draw => draw < 0.25).length / even.length).toBeCloseTo(0.25, 1)
})

test('soap shows nothing, foam or bubbles by the size of the leak', () => {
  expect(bubblesAt(throughputFromStandard(0.05))).toBe('dry')
  expect(bubblesAt(throughputFromStandard(1))).toBe('foams')
  expect(bubblesAt(throughputFromStandard(10))).toBe('bubbles')
})

describe('what real tanks do besides', () => {
  const pressures = (unruly: Partial<StandInConfig['unruly']>, change: Partial<StandInConfig> = {}) => {
    const tank = standInTank({ ...config, unruly: { ...tame, ...unruly }, ...change })
    return (t: number) => tank.readAt(t).pressure
  }
  const drifting = { skin: { ...config.skin, drift: 1 } }
  test('gas follows its skin late, its far side moves more, a thermometer lags', () => {
    const kelvin = 108_225 / 293.15
    expect(pressures({ gasLag: 600 }, drifting)(3600) - 6900).toBeCloseTo(kelvin * (1 - 600 / 3600), -1)
    expect(pressures({ farSide: 0.5 }, drifting)(3600) - 6900).toBeCloseTo(1.5 * kelvin, -1)
    const late = standInTank({ ...config, ...drifting, unruly: { ...tame, thermometerLag: 360 } })
    expect(late.readAt(3600).temperature! - 293.15).toBeCloseTo(0.9, 2)
  })
  test('some gas settles slowly', () => {
    const once = pressures({}, { pumpWarmth: 1 })
    const twice = pressures({ slow: { share: 0.5, settleTime: 1200 } }, { pumpWarmth: 1 })
    expect(once(0)).toBeCloseTo(twice(0), 6)
    expect(twice(600) - once(600)).toBeGreaterThan(100)
  })
  test('fuel evaporates into it', () => {
    const wet = pressures({ vapour: { rise: 400, time: 600 } })
    expect(wet(600) - 6900).toBeCloseTo(400 * (1 - Math.exp(-1)), 0)
  })
  test('a wall creeps after each pumping, by as much for each tenfold of time', () => {
    const soft = { space: { volume: 0.06, wallGive: 6e-6 } }
    const still = pressures({}, soft)
    const creeps = pressures({ creep: 0.1 }, soft)
    expect(still(2000)).toBeCloseTo(6900, 3)
    const fall = [180, 1980].map(t => 6900 - creeps(t))
    expect(fall[0]).toBeGreaterThan(100)
    // A little less than twice, since the pressure that stretches it has fallen meanwhile.
    expect(fall[1]! / fall[0]!).toBeGreaterThan(1.85)
    expect(fall[1]! / fall[0]!).toBeLessThan(2)
  })
  test('a leak closes after a while under pressure, another opens only above one', () => {
    const leak = { law: 'viscous' as const, rate: throughputFromStandard(10), referencePressure: 6900 }
    const closes = pressures({}, { leaks: [{ ...leak, closesAfter: 300 }] })
    const at300 = closes(300)
    expect(at300).toBeLessThan(6900 - 50)
    expect(closes(1200)).toBeCloseTo(at300, 0)
    const opens = pressures({}, { leaks: [{ ...leak, rate: leak.rate * 20, opensAbove: 5000 }] })
    expect(opens(20_000)).toBeGreaterThan(4990)
    expect(opens(20_000)).toBeLessThan(5001)
  })
  test('closed at room pressure its bottle begins there too, and stays when the tank is pumped', () => {
    const bottle = { volume: 0.001, lag: 0, aside: 0, leak: 0, gauge: config.gauge }
    const tank = standInTank({ ...config, bottle })
    tank.vent(0)
    expect(tank.readAt(0).difference).toBeCloseTo(0, 6)
    tank.topUp(300)
    expect(tank.readAt(300).difference).toBeCloseTo(6900, 3)
  })
  test('vented and closed it is at room pressure and warms up again; it leaks no more', () => {
    const tank = standInTank({
      ...config,
      pumpWarmth: 1,
      leaks: [{ law: 'viscous', rate: throughputFromStandard(30), referencePressure: 6900 }],
    })
    tank.readAt(1200)
    tank.vent(1200)
    expect(tank.readAt(1200).pressure).toBeCloseTo(0, 6)
    const after = tank.readAt(2400).pressure
    expect(after).toBeGreaterThan(50)
    expect(after).toBeLessThan(400)
  })
})
