import { standardFromThroughput, throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank, tame, type StandInConfig } from '../standin/standInTank'
import { estimateHold, liveHold } from './estimateHold'
import { budgetParts } from './budget'
import { HoldError, type HoldSetup, type Reading } from './holdSetup'

const mLmin = throughputFromStandard
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0006,
  wallGiveUncertainty: 0,
  gauge: { resolution: 1, noise: 1 },
  temperatureChangeUncertainty: 0.02,
  barometerChangeUncertainty: 4,
  testPressure: 6900,
  limit: mLmin(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const tank = (change: Partial<StandInConfig> = {}): StandInConfig => ({
  seed: 7,
  space: setup.space,
  leaks: [],
  startPressure: 6900,
  pumpWarmth: 0,
  settleTime: 100,
  unruly: tame,
  skin: { start: 290, drift: 0, swing: 0, swingPeriod: 3600, wander: 0 },
  weather: { start: 101_000, drift: 0, wander: 0 },
  gauge: { ...setup.gauge, drift: 0 },
  thermometer: { resolution: 0.01, noise: 0.003, drift: 0 },
  barometer: { resolution: 1, noise: 0.5, drift: 0 },
  ...change,
})
const leak = (rate: number, law: 'viscous' | 'orifice' = 'viscous', referencePressure = 6900) => ({
  law,
  rate: mLmin(rate),
  referencePressure,
})
function readings(config: StandInConfig, minutes = 30, interval = 10): Reading[] {
  const simulated = standInTank(config)
  return Array.from({ length: (minutes * 60) / interval + 1 }, (_, k) => simulated.readAt(k * interval))
}
const rateOf = (rate: number) => standardFromThroughput(rate)

test('a leak of 3 mL/min is found within its interval and called leaking', () => {
  const estimate = estimateHold(setup, readings(tank({ leaks: [leak(3)] })))
  expect(rateOf(estimate.leakRate)).toBeCloseTo(3, 0)
  expect(rateOf(estimate.low95)).toBeLessThan(3)
  expect(rateOf(estimate.high95)).toBeGreaterThan(3)
  expect(estimate.verdict).toBe('leaking')
})

test('a tight tank is called sealed, and the needle that never moved is a bound, not a zero', () => {
  const estimate = estimateHold(setup, readings(tank()))
  expect(estimate.verdict).toBe('sealed')
  expect(estimate.high95).toBeGreaterThan(0)
  const still = Array.from({ length: 31 }, (_, k) => ({ t: k * 60, pressure: 6900 }))
  const coarse = estimateHold({ ...setup, gauge: { resolution: 345, noise: 10 } }, still)
  expect(coarse.leakRate).toBeCloseTo(0, 6)
  expect(rateOf(coarse.high95)).toBeGreaterThan(1)
  expect(coarse.verdict).toBe('cannot-tell')
})

test('the worked value: 100 Pa in 15 min from 60 L at the same temperature and weather is 3.9 mL/min', () => {
  // Inventory lost = V dp / T; as throughput at 293.15 K: 0.06 x 100 / 900 x 293.15 / 293.15 = 6.667e-3 Pa·m3/s = 3.948 std
  // mL/min.
  const line = Array.from({ length: 91 }, (_, k) => ({
    t: k * 10,
    pressure: 6900 - (k * 100) / 90,
    temperature: 293.15,
    barometer: 101_325,
  }))
  const estimate = estimateHold({ ...setup, gauge: { resolution: 0.1, noise: 0.1 } }, line)
  expect(rateOf(estimate.leakRate)).toBeCloseTo((3.948 * 6900) / 6850, 1)
})

test('walls that give: the same slope is more leak', () => {
  const line = Array.from({ length: 91 }, (_, k) => ({
    t: k * 10,
    pressure: 3000 - k * 0.5,
    temperature: 293.15,
    barometer: 101_325,
  }))
  const fine = { ...setup, testPressure: 3000, gauge: { resolution: 0.1, noise: 0.1 } }
  const stiff = estimateHold(fine, line)
  const soft = estimateHold({ ...fine, space: { volume: 0.06, wallGive: 0.006e-3 } }, line)
  expect(soft.leakRate / stiff.leakRate).toBeCloseTo(1.64, 1)
})

test('a warming skin and a rising barometer hide a leak from the eye, not from the estimate', () => {
  const config = tank({
    leaks: [leak(4)],
    skin: { start: 290, drift: 0.5, swing: 0, swingPeriod: 3600, wander: 0 },
    weather: { start: 101_000, drift: -200, wander: 0 },
  })
  const log = readings(config)
  expect(log.at(-1)!.pressure - log[0]!.pressure).toBeGreaterThan(-150)
  const estimate = estimateHold(setup, log)
  expect(Math.abs(rateOf(estimate.leakRate) - 4)).toBeLessThan(0.4)
  const uncorrected = estimateHold(
    { ...setup, temperatureChangeUncertainty: 0.5, barometerChangeUncertainty: 100 },
    log.map(({ t, pressure }) => ({ t, pressure })),
  )
  expect(uncorrected.uncertainty).toBeGreaterThan(3 * estimate.uncertainty)
})

test('cooling gas after pumping is found and not taken for a leak', () => {
  const estimate = estimateHold(setup, readings(tank({ pumpWarmth: 1.2, settleTime: 120 }), 40))
  expect(estimate.verdict).toBe('sealed')
  expect(estimate.settling).not.toBeNull()
  expect(estimate.settling!.amplitude).toBeGreaterThan(0.8)
  expect(estimate.settling!.amplitude).toBeLessThan(1.7)
})

test('a wild reading is left out and named, a gap costs nothing', () => {
  const log = readings(tank({ leaks: [leak(3)] }))
  const before = estimateHold(setup, log)
  const wild = log.map((reading, i) => (i === 60 ? { ...reading, pressure: reading.pressure + 900 } : reading))
  const after = estimateHold(setup, wild)
  expect(after.ignored).toEqual([600])
  expect(Math.abs(rateOf(after.leakRate - before.leakRate))).toBeLessThan(0.05)
  const gapped = estimateHold(
    setup,
    log.filter(reading => reading.t < 600 || reading.t > 1200),
  )
  expect(Math.abs(rateOf(gapped.leakRate) - 3)).toBeLessThan(0.4)
})

test('a knock has its own offset, marked or found', () => {
  const simulated = standInTank(tank({ leaks: [leak(3)] }))
  const log: Reading[] = []
  for (let t = 0; t <= 1800; t += 10) {
    if (t === 900) simulated.knock(t)
    log.push(simulated.readAt(t))
  }
  const knocked = log.map(reading => ({ ...reading, pressure: reading.pressure + (reading.t >= 900 ? 400 : 0) }))
  // One taps first and then does it: a mark of a moment before is the same step.
  for (const marks of [[], [{ t: 897, kind: 'knock' }], [{ t: 872, kind: 'knock' }]]) {
    const estimate = estimateHold(setup, knocked, marks)
    expect(estimate.steps).toEqual([900])
    expect(Math.abs(rateOf(estimate.leakRate) - 3)).toBeLessThan(0.7)
  }
})

test('vacuum is the same with the signs turned', () => {
  const vacuum: HoldSetup = { ...setup, method: 'vacuum-decay', testPressure: -3500 }
  const estimate = estimateHold(vacuum, readings(tank({ startPressure: -3500, leaks: [leak(5, 'viscous', -3500)] })))
  expect(Math.abs(rateOf(estimate.leakRate) - 5)).toBeLessThan(0.5)
  expect(estimate.verdict).toBe('leaking')
})

test('the rig’s own leak is subtracted with its doubt', () => {
  const log = readings(tank({ leaks: [leak(3)] }))
  const without = estimateHold(setup, log)
  const withRig = estimateHold({ ...setup, rigLeak: mLmin(1), rigLeakUncertainty: mLmin(0.3) }, log)
  expect(rateOf(without.leakRate - withRig.leakRate)).toBeCloseTo(1, 6)
  expect(rateOf(withRig.budget.rig)).toBeCloseTo(0.3, 6)
  expect(withRig.uncertainty).toBeGreaterThan(without.uncertainty)
})

test('the budget adds up, has every part, and an undecided hold says what would decide it', () => {
  const estimate = estimateHold(
    { ...setup, temperatureChangeUncertainty: 0.5 },
    readings(tank({ leaks: [leak(1.1)], thermometer: null }), 15),
  )
  expect(Object.keys(estimate.budget).sort()).toEqual([...budgetParts].sort())
  expect(Math.hypot(...Object.values(estimate.budget))).toBeCloseTo(estimate.uncertainty, 9)
  expect(estimate.verdict).toBe('cannot-tell')
  expect(estimate.decidedBy).toBe('thermometer')
})

test('same input, same output, whatever the order of the readings', () => {
  const log = readings(tank({ leaks: [leak(2)], pumpWarmth: 0.5 }))
  expect(estimateHold(setup, [...log].reverse())).toEqual(estimateHold(setup, log))
})

test.each<[string, Partial<HoldSetup>, Reading[]]>([
  [
    'two readings',
    {},
    [
      { t: 0, pressure: 1 },
      { t: 1, pressure: 1 },
    ],
  ],
  [
    'one time only',
    {},
    [
      { t: 5, pressure: 1 },
      { t: 5, pressure: 2 },
      { t: 5, pressure: 3 },
    ],
  ],
  [
    'a pressure that is no number',
    {},
    [
      { t: 0, pressure: NaN },
      { t: 1, pressure: 1 },
      { t: 2, pressure: 1 },
    ],
  ],
  [
    'less than nothing',
    {},
    [
      { t: 0, pressure: -200_000 },
      { t: 1, pressure: 1 },
      { t: 2, pressure: 1 },
    ],
  ],
  ['no volume', { space: { volume: 0, wallGive: 0 } }, []],
  ['a vacuum hold above atmosphere', { method: 'vacuum-decay' }, []],
  ['a gauge without step or noise', { gauge: { resolution: 0, noise: 0 } }, []],
])('%s is refused in words', (_, change, given) => {
  const many = Array.from({ length: 20 }, (__, k) => ({ t: k, pressure: 5000 }))
  expect(() => estimateHold({ ...setup, ...change }, given.length ? given : many)).toThrow(HoldError)
})

describe('a hold read live', () => {
  const log = readings(tank({ leaks: [leak(2)], pumpWarmth: 0.6 }), 30)
  test('says the same to the last digit as the whole at once, whatever the pieces and their order', () => {
    const whole = estimateHold(setup, log)
    const piecewise = liveHold(setup)
    for (let k = 0; k < log.length; k += 7) {
      piecewise.take(log.slice(k, k + 7))
      if (k > 30) piecewise.estimate(setup)
    }
    expect(piecewise.estimate(setup)).toEqual(whole)
    const late = liveHold(setup)
    late.take(log.filter((_, k) => k % 3 !== 1))
    late.estimate(setup)
    late.take(log.filter((_, k) => k % 3 === 1))
    expect(late.estimate(setup)).toEqual(whole)
    late.take(log.slice(10, 40))
    expect(late.estimate(setup)).toEqual(whole)
  })
  test('a mark stands on the first reading after it, also when that one comes late', () => {
    const marks = [
      { t: 897, kind: 'knock' },
      { t: 9999, kind: 'knock' },
    ]
    const knocked = log.map(reading => ({ ...reading, pressure: reading.pressure + (reading.t >= 900 ? 400 : 0) }))
    const hold = liveHold(setup)
    hold.take(knocked.filter(reading => reading.t !== 900))
    hold.mark(marks)
    expect(hold.estimate(setup).steps).toEqual([910])
    hold.take(knocked.filter(reading => reading.t === 900))
    hold.mark(marks)
    expect(hold.estimate(setup)).toEqual(estimateHold(setup, knocked, marks))
    expect(hold.estimate(setup).steps).toEqual([900])
  })
  test('a dense record is taken in blocks and says the same of the leak', () => {
    const simulated = standInTank(tank({ leaks: [leak(2)] }))
    const dense = Array.from({ length: 18_001 }, (_, k) => simulated.readAt(k / 10))
    const spiked = dense.map((reading, k) => (k % 2000 === 777 ? { ...reading, pressure: reading.pressure + 500 } : reading))
    const piecewise = liveHold(setup)
    for (let k = 0; k < spiked.length; k += 1711) {
      piecewise.take(spiked.slice(k, k + 1711))
      if (k > 0) piecewise.estimate(setup)
    }
    const estimate = piecewise.estimate(setup)
    expect(estimate).toEqual(estimateHold(setup, spiked))
    expect(estimate.ignored).toEqual(spiked.filter((_, k) => k % 2000 === 777).map(reading => reading.t))
    expect(Math.abs(rateOf(estimate.leakRate) - 2)).toBeLessThan(0.3)
  })
  test('a refused reading takes none of its batch with it', () => {
    const hold = liveHold(setup)
    hold.take(log.slice(0, 50))
    expect(() => hold.take([log[60]!, { t: 700, pressure: NaN }])).toThrow(HoldError)
    expect(hold.record.size).toBe(50)
  })
})

test('a thermometer that jumps while the pressure does not is set right, and the doubt grows', () => {
  const log = readings(tank({ leaks: [leak(3)] }))
  const jumped = log.map(reading => (reading.t >= 900 ? { ...reading, temperature: reading.temperature! + 4 } : reading))
  const clean = estimateHold(setup, log)
  const estimate = estimateHold(setup, jumped)
  expect(estimate.thermometerJumps).toEqual([900])
  expect(Math.abs(estimate.leakRate - clean.leakRate)).toBeLessThan(mLmin(0.6))
  expect(estimate.budget.temperature).toBeGreaterThan(1.5 * clean.budget.temperature)
})

test('a tank that runs empty is judged by what it did before', () => {
  const simulated = standInTank(tank({ space: { volume: 0.006, wallGive: 0 }, leaks: [leak(120, 'orifice')] }))
  const log = Array.from({ length: 181 }, (_, k) => simulated.readAt(k * 10))
  const estimate = estimateHold({ ...setup, space: { volume: 0.006, wallGive: 0 }, volumeUncertainty: 0.0001 }, log)
  expect(estimate.emptyAt).toBeLessThan(900)
  expect(Math.abs(rateOf(estimate.leakRate) / 120 - 1)).toBeLessThan(0.1)
  expect(estimate.verdict).toBe('leaking')
})

test('fuel left in the tank widens the doubt, a film of it does not', () => {
  const log = readings(tank())
  const dry = estimateHold(setup, log)
  const wet = (share: number) => estimateHold({ ...setup, wetted: { share, vapourPressure: 35_000 } }, log)
  expect(wet(0.01)).toEqual(dry)
  expect(wet(0.2).uncertainty).toBeGreaterThan(3 * dry.uncertainty)
  expect(wet(0.2).leakRate).toBe(dry.leakRate)
})

test('warm gas after a top-up settles anew', () => {
  const simulated = standInTank(tank({ leaks: [leak(3)], pumpWarmth: 1 }))
  const log: Reading[] = []
  for (let t = 0; t <= 2400; t += 10) {
    if (t === 1200) simulated.topUp(t)
    log.push({ ...simulated.readAt(t), ...(t === 1200 && { event: 'top-up' }) })
  }
  const estimate = estimateHold(setup, log)
  expect(rateOf(estimate.low95)).toBeLessThan(3)
  expect(rateOf(estimate.high95)).toBeGreaterThan(3)
  expect(estimate.verdict).toBe('leaking')
})

test('an estimate far below none is luck: the bound stays where one uncertainty below would put it', () => {
  const rising = Array.from({ length: 91 }, (_, k) => ({ t: k * 10, pressure: 6000 + k }))
  const estimate = estimateHold({ ...setup, temperatureChangeUncertainty: 0.1 }, rising)
  expect(estimate.leakRate).toBe(0)
  expect(estimate.high95).toBeGreaterThan(0.9 * estimate.uncertainty)
})
