import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { standardFromThroughput, throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank, tame } from '../standin/standInTank'
import { estimateHold } from './estimateHold'
import { budgetParts } from './budget'
import type { HoldSetup } from './holdSetup'
import { byHand, whatIf } from './ahead/whatIf'

// The worked example of docs/hold.md. Its tables are made here, so that the page cannot say what the program does not.
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0012,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 5 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 6900,
  limit: throughputFromStandard(1),
  rigLeak: throughputFromStandard(0.02),
  rigLeakUncertainty: throughputFromStandard(0.02),
}
const tank = standInTank({
  seed: 21,
  space: setup.space,
  leaks: [{ law: 'viscous', rate: throughputFromStandard(3), referencePressure: 6900 }],
  startPressure: 6900,
  pumpWarmth: 0.7,
  settleTime: 110,
  unruly: tame,
  skin: { start: 291, drift: 0.6, swing: 0, swingPeriod: 3600, wander: 0.03 },
  weather: { start: 101_100, drift: -60, wander: 8 },
  gauge: { resolution: 10, noise: 5, drift: 0 },
  thermometer: { resolution: 0.05, noise: 0.02, drift: 0 },
  barometer: { resolution: 10, noise: 5, drift: 0 },
})
const readings = Array.from({ length: 181 }, (_, k) => tank.readAt(k * 10))
const estimate = estimateHold(setup, readings)
const rate = (throughput: number) => standardFromThroughput(throughput).toFixed(2)

const readingRow = ({ t, pressure, temperature, barometer }: (typeof readings)[number]) =>
  `| ${t} | ${(pressure / 1000).toFixed(2)} | ${(temperature! - 273.15).toFixed(2)} | ${(barometer! / 100).toFixed(1)} |`
const acting = budgetParts.filter(part => estimate.budget[part] > 0)
const tables = [
  readingRow(readings[0]!),
  readingRow(readings[30]!),
  readingRow(readings[90]!),
  readingRow(readings[180]!),
  `First less last, by hand: ${byHand(setup, readings)!.toFixed(2)} mL/min.`,
  `Estimated: **${rate(estimate.leakRate)} mL/min**, 95 % interval ${rate(estimate.low95)} to ${rate(estimate.high95)}, ${estimate.verdict}.`,
  `Settling found: ${estimate.settling!.amplitude.toFixed(2)} K, ${estimate.settling!.tau} s; put in: 0.70 K, 110 s.`,
  `| ${acting.join(' | ')} |`,
  `| ${acting.map(part => rate(estimate.budget[part])).join(' | ')} |`,
  ...whatIf(setup, readings).map(
    ({ assumption, estimate: other }) => `| ${assumption} | ${rate(other!.leakRate)} | ${other!.verdict} |`,
  ),
]

test('the page’s worked example is what the program says', () => {
  const page = readFileSync(join(process.cwd(), 'docs/hold.md'), 'utf8')
  for (const line of tables) expect(page).toContain(line)
})

test('and it is right: the leak that was put in lies in the interval, and the hand is wrong', () => {
  expect(estimate.low95).toBeLessThan(throughputFromStandard(3))
  expect(estimate.high95).toBeGreaterThan(throughputFromStandard(3))
  expect(Math.abs(byHand(setup, readings)! - 3)).toBeGreaterThan(1)
})
