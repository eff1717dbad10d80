import { throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank, tame } from '../standin/standInTank'
import type { HoldSetup } from './holdSetup'
import { PressureScaleError, pressureFrom, readAtPressure, sensorFromTwoPoints } from '../readings/pressureScale'
import { WATER_DENSITY } from '../quantity/waterDensity'
import { estimateHold } from './estimateHold'
import { rigCheckSetup, rigLeakAt } from '../leaktest/rig/rigCheck'
import { unitDoubt } from '../readings/unitDoubt'
import { byHand, whatIf } from './ahead/whatIf'

describe('what is read and what it means', () => {
  test('1 kPa is 102 mm of water', () => {
    const column = { kind: 'column' as const, density: WATER_DENSITY }
    expect(readAtPressure(column, 1000) * 1000).toBeCloseTo(102.2, 1)
    expect(pressureFrom(column, 0.102)).toBeCloseTo(998.5, 0)
  })
  test('a sensor by two points, and by slope', () => {
    const sensor = sensorFromTwoPoints([
      { volts: 0.5, pressure: -3750 },
      { volts: 4.5, pressure: 1250 },
    ])
    expect(sensor.slope).toBeCloseTo(1250, 9)
    expect(pressureFrom(sensor, 3.5)).toBeCloseTo(0, 9)
    expect(readAtPressure(sensor, 0)).toBeCloseTo(3.5, 9)
    expect(pressureFrom({ kind: 'sensor', zero: 2, slope: -1000 }, 3)).toBe(-1000)
  })
  test('two points that are one are refused', () => {
    expect(() =>
      sensorFromTwoPoints([
        { volts: 1, pressure: 5 },
        { volts: 1, pressure: 9 },
      ]),
    ).toThrow(PressureScaleError)
    expect(() =>
      sensorFromTwoPoints([
        { volts: 1, pressure: 5 },
        { volts: 2, pressure: 5 },
      ]),
    ).toThrow('differ')
  })
  test('a gauge says what it says', () =>
    expect(readAtPressure({ kind: 'gauge' }, pressureFrom({ kind: 'gauge' }, 77))).toBe(77))
})

describe('a unit that cannot be', () => {
  test('a tank at 6,900 kPa was read in pascals', () =>
    expect(unitDoubt(6_900_000, 'kPa', 6900)).toEqual({ factor: 1000, likely: 'Pa' }))
  test('a tank at 1 kPa under a target of 6.9 was read in psi', () => expect(unitDoubt(1000, 'kPa', 6900)!.likely).toBe('psi'))
  test('one near its target is believed', () => {
    expect(unitDoubt(7000, 'kPa', 6900)).toBeNull()
    expect(unitDoubt(-3400, 'kPa', -3500)).toBeNull()
  })
  test('one that fits nothing is asked about all the same', () =>
    expect(unitDoubt(40_000, 'kPa', 6900)).toMatchObject({ likely: null }))
})

describe('one assumption changed', () => {
  const setup: HoldSetup = {
    method: 'pressure-decay',
    space: { volume: 0.06, wallGive: 0 },
    volumeUncertainty: 0.001,
    wallGiveUncertainty: 0,
    gauge: { resolution: 1, noise: 1 },
    temperatureChangeUncertainty: 0.05,
    barometerChangeUncertainty: 10,
    testPressure: 6900,
    limit: throughputFromStandard(1),
    rigLeak: 0,
    rigLeakUncertainty: 0,
  }
  const tank = standInTank({
    seed: 4,
    space: setup.space,
    leaks: [{ law: 'viscous', rate: throughputFromStandard(6), referencePressure: 6900 }],
    startPressure: 6900,
    pumpWarmth: 0,
    settleTime: 100,
    unruly: tame,
    skin: { start: 293, drift: -0.8, swing: 0, swingPeriod: 3600, wander: 0 },
    weather: { start: 101_325, drift: 0, wander: 0 },
    gauge: { ...setup.gauge, drift: 0 },
    thermometer: { resolution: 0.05, noise: 0.02, drift: 0 },
    barometer: null,
  })
  const readings = Array.from({ length: 181 }, (_, k) => tank.readAt(k * 10))
  const results = whatIf(setup, readings)
  const rate = (assumption: string) => results.find(each => each.assumption === assumption)!.estimate!.leakRate
  test('only what the record has is left out', () =>
    expect(results.map(each => each.assumption)).toEqual(['no temperature', 'viscous law', 'orifice law', 'volume 10 % more']))
  test('cooling that is not seen is taken for a leak, and by hand it is', () => {
    expect(rate('no temperature')).toBeGreaterThan(throughputFromStandard(8.5))
    expect(byHand(setup, readings)).toBeGreaterThan(8.5)
    expect(byHand(setup, readings.slice(0, 1))).toBeNull()
  })
  test('a tenth more volume is a tenth more leak', () =>
    expect(rate('volume 10 % more') / rate('viscous law')).toBeCloseTo(1.1, 1))
  test('readings that give no rate give null', () =>
    expect(whatIf(setup, readings.slice(0, 2)).every(each => each.estimate === null)).toBe(true))
})

describe('a rig on its own', () => {
  test('is held to next to nothing, whatever its sign', () => {
    const check = rigCheckSetup(40e-6, -3500, { resolution: 10, noise: 5 })
    expect(check).toMatchObject({ method: 'vacuum-decay', testPressure: -3500, space: { volume: 40e-6 }, rigLeak: 0 })
    // 10 Pa in five minutes from 40 mL is 0.0008 mL/min.
    const estimate = estimateHold(
      check,
      Array.from({ length: 11 }, (_, k) => ({ t: k * 30, pressure: -3500 + k })),
    )
    expect(estimate.verdict).toBe('sealed')
  })
  test('leaks as seals do at another pressure', () => {
    const at = rigLeakAt({ leak: 2, uncertainty: 0.5, checkedAt: 7000 }, 3500)
    expect(at.leak / 2).toBeCloseTo(0.492, 2)
    expect(at.uncertainty / at.leak).toBeCloseTo(0.25, 9)
    expect(rigLeakAt({ leak: 2, uncertainty: 0.5, checkedAt: 3500 }, -3500).leak).toBeLessThan(2)
  })
})
