import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import { standInTank, tame, type StandInBottle } from '../../standin/standInTank'
import { estimateHold, liveHold } from '../estimateHold'
import { HoldError, type HoldSetup, type Reading } from '../holdSetup'
import { isShutOff } from './heldAgainstBottle'
import type { Bottle } from './bottle'

const mLmin = throughputFromStandard
const bottle: Bottle = {
  volume: 0.001,
  lies: 'on the skin',
  gauge: { resolution: 1, noise: 1 },
  leakUncertainty: mLmin(0.002),
}
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0012,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 6 },
  temperatureChangeUncertainty: 0.1,
  barometerChangeUncertainty: 10,
  testPressure: 6900,
  limit: mLmin(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
  surroundings: { place: 'outdoors', wall: 'metal', inside: 'dry' },
  bottle,
}
/** A night that cools by two kelvin an hour while the barometer climbs: two hours, a reading each half minute. */
function night(leak: number, tied: Partial<StandInBottle> = {}, pushed = true): Reading[] {
  const tank = standInTank({
    seed: 4,
    space: setup.space,
    leaks: leak ? [{ law: 'viscous', rate: mLmin(leak), referencePressure: 6900 }] : [],
    startPressure: 6900,
    pumpWarmth: 0,
    settleTime: 120,
    unruly: tame,
    skin: { start: 290, drift: -2, swing: 0.3, swingPeriod: 2000, wander: 0.4 },
    weather: { start: 100_000, drift: 80, wander: 20 },
    gauge: { ...setup.gauge, drift: 0 },
    thermometer: { resolution: 0.1, noise: 0.05, drift: 0.2 },
    barometer: { resolution: 10, noise: 5, drift: 0 },
    bottle: { volume: bottle.volume, lag: 0, aside: 0, leak: 0, gauge: { ...bottle.gauge, drift: 0 }, ...tied },
  })
  return Array.from({ length: 241 }, (_, k) => {
    // A push of air shows that the bottle is shut off.
    if (k === 4 && pushed) tank.push(120, 80e-6)
    return { ...tank.readAt(30 * k), ...(k === 4 && pushed && { event: 'push' }) }
  })
}
const withoutBottle = { ...setup, bottle: undefined }

describe('a closed bottle against the tank', () => {
  test('lets weather and temperature drop out of a night that says nothing by itself', () => {
    const tight = estimateHold(setup, night(0))
    expect(tight.verdict).toBe('sealed')
    expect(estimateHold(withoutBottle, night(0)).verdict).toBe('cannot-tell')
    const leaking = estimateHold(setup, night(2))
    expect(leaking.verdict).toBe('leaking')
    expect(leaking.low95).toBeLessThan(mLmin(2))
    expect(leaking.high95).toBeGreaterThan(mLmin(2))
    expect(leaking.uncertainty).toBeLessThan(0.6 * estimateHold(withoutBottle, night(2)).uncertainty)
  })
  test('the nearer to the gas it lies the surer it makes', () => {
    const uncertainty = (lies: Bottle['lies']) => estimateHold({ ...setup, bottle: { ...bottle, lies } }, night(1)).uncertainty
    expect(uncertainty('inside')).toBeLessThan(uncertainty('on the skin'))
    expect(uncertainty('on the skin')).toBeLessThan(uncertainty('beside'))
  })
  test('that leaks itself is named, and seals nothing', () => {
    // As large a leak of its own share: the difference stands still while both fall.
    const hides = estimateHold(setup, night(12, { leak: mLmin(12) / 60 }))
    expect(hides.signs).toEqual(['bottle leaks'])
    expect(hides.verdict).toBe('cannot-tell')
    expect(estimateHold(setup, night(0)).signs).toEqual([])
  })
  test('whose leak is in doubt leaves as much of the tank’s in doubt', () => {
    const known = estimateHold(setup, night(0)).below95
    const unknown = estimateHold({ ...setup, bottle: { ...bottle, leakUncertainty: mLmin(0.05) } }, night(0)).below95
    expect(unknown).toBeGreaterThan(1.5 * known)
  })
  test('reads the same in pieces, late ones too, and keeps what the gauge showed', () => {
    const readings = night(1)
    const live = liveHold(setup)
    live.take(readings.filter((_, k) => k % 2 === 0))
    live.estimate(setup)
    live.take(readings.filter((_, k) => k % 2 === 1).reverse())
    expect(live.estimate(setup)).toEqual(estimateHold(setup, readings))
    expect(live.record.row(7)).toEqual(readings[7])
  })
  test('that is still open to the tank seals nothing, however still the difference stands', () => {
    const open = night(12).map(reading => ({ ...reading, difference: Math.round(normalAt(7, 0, reading.t)) }))
    expect(estimateHold(setup, open)).toMatchObject({ verdict: 'cannot-tell' })
    const unproved = estimateHold(
      setup,
      night(0, {}, false).map(reading => ({ ...reading, difference: 0 })),
    )
    expect(unproved).toMatchObject({ verdict: 'cannot-tell', signs: ['bottle not shut off'] })
  })
  test('that nobody read is asked for', () => {
    const unread = night(0).map(({ difference: _, ...reading }) => reading)
    expect(() => estimateHold(setup, unread)).toThrow(HoldError)
    expect(() => estimateHold(setup, unread)).toThrow(/difference to the bottle/)
  })
})

test('a bottle is shut off where the difference moved by more than its gauge alone would say', () => {
  const setup = { resolution: 1, noise: 2 }
  const shut = (differences: number[]) =>
    isShutOff({ ...bottle, gauge: setup }, { size: differences.length, differences: Float64Array.from(differences) } as never)
  const noisy = Array.from({ length: 200 }, (_, k) => 4 * normalAt(3, 1, k) * 0.5)
  expect(shut(noisy)).toBe(false)
  // One wild reading proves nothing; a step that stays does.
  expect(shut([...noisy.slice(0, 100), 80, ...noisy.slice(100)])).toBe(false)
  expect(shut(noisy.map((difference, k) => (k < 100 ? difference : difference + 30)))).toBe(true)
  expect(shut(noisy.map((difference, k) => (k < 100 ? difference : difference + 4)))).toBe(false)
})
