import { effectiveVolume } from './inventory'
import {
  checkDisagreement,
  pressureWithoutPush,
  spaceFromCheck,
  standingAfterPush,
  VolumeCheckError,
  volumeFromPush,
} from './volumeCheck'

const push = { pushed: 100e-6, pushedUncertainty: 1e-6, before: 3000, after: 3168.9, gaugeSpread: 3 }

test('100 mL that raise the gauge by 168.9 Pa say 60 L', () => {
  const measured = volumeFromPush(push)
  expect(measured.effective * 1000).toBeCloseTo(60, 1)
  // 1 % of the stroke and 4.2 of 168.9 Pa.
  expect(measured.uncertainty / measured.effective).toBeCloseTo(Math.hypot(0.01, 4.243 / 168.9), 4)
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

test('a push is read where it stands: not on its way up, and not by a reading that was taken before it was felt', () => {
  const rise = [11_760, 11_900, 12_100, 12_158, 12_150, 12_146, 12_141, 12_135].map((pressure, k) => ({ t: 5 * k, pressure }))
  expect(standingAfterPush(rise, 11_755, 8).map(reading => reading.t)).toEqual([15, 20, 25, 30, 35])
  // With noise as large as what is left of the rise nothing is thrown away for it.
  expect(standingAfterPush([{ pressure: 12_140 }, { pressure: 12_158 }], 11_755, 8)).toHaveLength(2)
  expect(standingAfterPush([], 11_755, 8)).toEqual([])
  // The one reading that was late made 18 % of volume out of nothing: by hand, (11.76 + 4 x 12.15) / 5 = 12.072.
  const late = [{ pressure: 11_760 }, ...Array.from({ length: 6 }, () => ({ pressure: 12_150 }))]
  const stood = standingAfterPush(late, 11_755, 8).slice(0, 5)
  expect(stood.reduce((sum, { pressure }) => sum + pressure, 0) / stood.length).toBe(12_150)
})
