import { standardFromThroughput, throughputFromStandard } from '../quantity/standardLeakRate'
import { sensorVolts, smokeAt, smokeFlow } from './smokeMachine'

test('the tube shows what leaks behind it, and an open end drowns it', () => {
  const shown = (openEnds: number) =>
    standardFromThroughput(
      smokeFlow({ seed: 3, leaks: [throughputFromStandard(40), throughputFromStandard(25)], openEnds, pressure: 3000 }, 0),
    )
  expect(shown(0)).toBeGreaterThan(62)
  expect(shown(0)).toBeLessThan(68)
  expect(shown(1)).toBeGreaterThan(10_000)
  expect(shown(0)).toBe(shown(0))
})

test('smoke shows larger leaks, dye smaller ones', () => {
  expect([30, 5, 0.5].map(rate => smokeAt(throughputFromStandard(rate)))).toEqual(['smoke', 'dye', 'clear'])
})

test('a sensor reads its zero with the cap off, unless something is wrong with it', () => {
  expect(sensorVolts(0)).toBeCloseTo(2.5, 1)
  expect(sensorVolts(-2500)).toBeLessThan(1.1)
  expect(sensorVolts(0, { offset: -0.8 })).toBeLessThan(1.8)
})
