import { liveHold } from '../core/hold/estimateHold'
import { minutesMore } from '../core/hold/ahead/holdMore'
import type { HoldSetup } from '../core/hold/holdSetup'
import type { PlannedHold } from '../core/planning/plannedHold'
import { timeToDecide } from '../core/planning/planHold'
import { trial } from '../core/planning/trial'
import { throughputFromStandard as mLmin } from '../core/quantity/standardLeakRate'
import { uniformAt } from '../core/standin/seededRandom'
import { standInTank } from '../core/standin/standInTank'
import { typicalTank } from '../core/standin/typicalTank'

const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0012,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 6 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 6900,
  limit: mLmin(5),
  rigLeak: 0,
  rigLeakUncertainty: mLmin(0.01),
  surroundings: { place: 'indoors', wall: 'metal', inside: 'aired' },
}
const planned = (change: Partial<HoldSetup> = {}, more: Partial<PlannedHold> = {}): PlannedHold => ({
  setup: { ...setup, ...change },
  every: 10,
  hasThermometer: true,
  hasBarometer: true,
  course: 'plain',
  pressureLimit: 10_000,
  ...more,
})
const kinds: Record<string, PlannedHold> = {
  '60 L steel, 5 mL/min': planned(),
  '60 L steel bracketed, 5 mL/min': planned({}, { course: 'bracketed' }),
  '60 L moulded, 20 mL/min': planned({
    limit: mLmin(20),
    testPressure: 5000,
    space: { volume: 0.06, wallGive: 6e-6 },
    wallGiveUncertainty: 1.2e-6,
    surroundings: { place: 'indoors', wall: 'plastic', inside: 'aired' },
  }),
  '60 L, no thermometer, 5 mL/min': planned({ temperatureChangeUncertainty: 0.5 }, { hasThermometer: false }),
  '60 L against a bottle, 5 mL/min': planned(
    { bottle: { volume: 0.001, lies: 'inside', gauge: { resolution: 1, noise: 1 }, leakUncertainty: mLmin(0.002) } },
    { hasThermometer: false, hasBarometer: false },
  ),
}
const OTHERS = 40

/** Whether a plan keeps its promise on tanks that it was not made by. */
function promises(): void {
  console.log(`\nWhat a plan promises, and what became of ${OTHERS} other tanks at that time`)
  for (const [name, of] of Object.entries(kinds)) {
    const begun = performance.now()
    const { timeForLimit } = timeToDecide(of)
    const took = ((performance.now() - begun) / 1000).toFixed(0)
    if (timeForLimit === null) {
      console.log(`  ${name.padEnd(34)} no hold of eight hours (${took} s to plan)`)
      continue
    }
    const decided = (leak: number, wanted: string) =>
      Array.from({ length: OTHERS }, (_, k) => trial(of, leak, 70_000 + 13 * k).at(timeForLimit)?.verdict).filter(
        verdict => verdict === wanted,
      ).length
    console.log(
      `  ${name.padEnd(34)} ${Math.round(timeForLimit / 60)} min: tight ${decided(0, 'sealed')} sealed, twice the limit ${decided(2 * of.setup.limit, 'leaking')} leaking (${took} s to plan)`,
    )
  }
}

/** Whether a running hold's minutes come true, within half as much again of the whole hold and of what was still to come. */
function forecasts(): void {
  const holds = [
    setup,
    { ...setup, space: { volume: 0.018, wallGive: 0 }, volumeUncertainty: 0.00036, testPressure: 5000, limit: mLmin(0.5) },
    { ...setup, limit: mLmin(2), surroundings: { place: 'still room', wall: 'metal', inside: 'dry' } } satisfies HoldSetup,
  ]
  let said = 0
  let whole = 0
  let rest = 0
  for (let k = 0; k < 36; k++) {
    const of = holds[k % holds.length]!
    const rate = [0, 0, 0.5, 2, 3][k % 5]! * of.limit
    const tank = standInTank({
      ...typicalTank({
        seed: 9000 + 7 * k,
        unruliness: 0.4 * uniformAt(k, 61, 0),
        setup: of,
        hasThermometer: true,
        hasBarometer: true,
        leaks: rate > 0 ? [{ law: 'viscous', rate, referencePressure: of.testPressure }] : [],
      }),
      step: 2,
    })
    const hold = liveHold(of)
    const asked = [660, 900, 1200, 1800, 2700]
    const forecast: { at: number; more: number }[] = []
    let decided: number | null = null
    for (let t = 0, until = 480; until <= 5 * 3600 && decided === null; until = Math.round(until * 1.06)) {
      const fresh = []
      for (; t <= until; t += 10) fresh.push(tank.readAt(t))
      hold.take(fresh)
      const estimate = hold.estimate(of)
      if (estimate.verdict !== 'cannot-tell') decided = until
      else if (asked[0] !== undefined && until >= asked[0]) {
        asked.shift()
        const minutes = minutesMore(of, hold.record, estimate)
        if (minutes !== null) forecast.push({ at: until, more: 60 * minutes })
      }
    }
    const within = (a: number, b: number) => Math.max(a / b, b / a) < 1.5
    for (const { at, more } of forecast) {
      said++
      if (decided !== null && within(at + more, decided)) whole++
      if (decided !== null && within(more, decided - at)) rest++
    }
  }
  console.log(
    `\nMinutes still needed, said ${said} times in 36 simulated holds: the whole hold within 1.5 times in ${whole}, what was still to come in ${rest}`,
  )
}

export function planning(): void {
  promises()
  forecasts()
}
