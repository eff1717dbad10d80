import { effectiveVolume } from './inventory'
import {
  checkDisagreement,
  COOLED_AFTER,
  gaugeOverPush,
  pressureWithoutPush,
  spaceFromCheck,
  VolumeCheckError,
  volumeFromPush,
} from './volumeCheck'

const push = { pushed: 100e-6, pushedUncertainty: 1e-6, before: 3000, after: 3168.9, gaugeSpread: 3 }

test('100 mL that raise the gauge by 168.9 Pa say 60 L', () => {
  const measured = volumeFromPush(push)
  expect(measured.effective * 1000).toBeCloseTo(60, 1)
  // 1 % of the stroke and 4.2 of 168.9 Pa.
  expect(measured.uncertainty / measured.effective).toBeCloseTo(Math.hypot(0.01, 4.243 / 168.9, 0.015), 4)
})

test.each([
  [{ pushed: 0 }, 'more than zero'],
  [{ after: 2990 }, 'did not rise'],
  [{ after: 3005 }, 'did not rise'],
  [{ gaugeSpread: 100 }, 'finer gauge'],
])('%j is refused', (change, words) => {
  const check = () => volumeFromPush({ ...push, ...change })
  expect(check).toThrow(VolumeCheckError)
  expect(check).toThrow(words)
})

test('beyond the known volume the rest is wall give, and what counts is what was measured', () => {
  const measured = { effective: 0.096, uncertainty: 0.002 }
  const { space, wallGiveUncertainty } = spaceFromCheck(measured, { volume: 0.06, uncertainty: 0.001 }, true, 3000)
  expect(space.volume).toBe(0.06)
  expect(effectiveVolume(space, 3000)).toBeCloseTo(0.096, 6)
  expect(wallGiveUncertainty * 0.06 * (101_325 + 6000)).toBeCloseTo(0.002, 6)
})

test('a stiff tank, or less than was known, is simply another volume', () => {
  expect(spaceFromCheck({ effective: 0.05, uncertainty: 0.001 }, { volume: 0.06, uncertainty: 0.001 }, true, 3000)).toEqual({
    space: { volume: 0.05, wallGive: 0 },
    volumeUncertainty: 0.001,
    wallGiveUncertainty: 0,
  })
  expect(
    spaceFromCheck({ effective: 0.07, uncertainty: 0.001 }, { volume: 0.06, uncertainty: 0.001 }, false, 3000).space,
  ).toEqual({ volume: 0.07, wallGive: 0 })
})

test('a check and a set-up that contradict each other are that many standard deviations apart', () => {
  expect(checkDisagreement({ effective: 0.06, uncertainty: 0.003 }, { effective: 0.08, uncertainty: 0.004 })).toBeCloseTo(4, 6)
})

test('what leaks between the push and the reading after it is not taken for volume', () => {
  // A tank that loses 2 Pa a second: 100 mL into 60 L raise it by 169 Pa, and 20 s later 40 Pa of that have gone.
  const before = Array.from({ length: 12 }, (_, k) => ({ t: k * 5, pressure: 6000 - 10 * k }))
  const at = 55 + 20
  const after = 6000 - 2 * at + 168.875
  expect(pressureWithoutPush(before, at)).toBeCloseTo(6000 - 2 * at, 6)
  const found = (from: number) =>
    volumeFromPush({ pushed: 100e-6, pushedUncertainty: 1e-6, before: from, after, gaugeSpread: 1 }).effective
  expect(found(pressureWithoutPush(before, at)!)).toBeCloseTo(0.06, 4)
  expect(found(before.at(-1)!.pressure)).toBeGreaterThan(0.075)
  expect(pressureWithoutPush(before.slice(0, 2), 100)).toBe(5995)
  expect(pressureWithoutPush([], 0)).toBeNull()
})

describe('a push, and the heat that it brings', () => {
  // 100 mL into 60 L at 5 kPa: 169 Pa for good, 48 more while it is warm, and a leak of 0.05 Pa/s all along.
  const leak = 0.05
  const over = (until: number, every = 5) =>
    Array.from({ length: until / every + 1 }, (_, k) => {
      const t = k * every
      const since = t - 300
      const pushed = since > 0 ? 169 + 48 * Math.exp(-since / 90) : 0
      return { t, pressure: 5000 - leak * t + pushed }
    })
  test('is not read before the gas has cooled', () => {
    expect(gaugeOverPush(over(300 + COOLED_AFTER + 10), 300)).toBeNull()
    expect(gaugeOverPush(over(300 + COOLED_AFTER + 15), 300)).not.toBeNull()
    expect(
      gaugeOverPush(
        over(900).filter(({ t }) => t > 300),
        300,
      ),
    ).toBeNull()
  })
  test('then says the whole volume, and not a third less', () => {
    const { before, after } = gaugeOverPush(over(1200), 300)!
    expect(before).toBeCloseTo(5000 - leak * 300, 6)
    expect(Math.abs(after - before - 169)).toBeLessThan(169 * 0.02)
    const early = over(1200).filter(({ t }) => t > 300)[0]!.pressure - before
    expect(volumeFromPush({ ...push, before, after }).effective * 1000).toBeGreaterThan(58.8)
    expect(volumeFromPush({ ...push, before: 0, after: early }).effective * 1000).toBeLessThan(48)
  })
})
