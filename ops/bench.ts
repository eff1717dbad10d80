import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { nextSplit } from '../core/circuit/isolate'
import { proposedClosures } from '../core/circuit/proposedClosures'
import { holdingLinks } from '../core/circuit/reach'
import { tankKinds } from '../core/circuit/tankKinds'
import { checks } from '../core/complaint/checks'
import { nextChecks } from '../core/complaint/nextCheck'
import type { Situation } from '../core/complaint/situation'
import { suspectsOf } from '../core/complaint/suspects'
import { liveHold } from '../core/hold/estimateHold'
import type { HoldSetup, Reading } from '../core/hold/holdSetup'
import { readingsFromCsv } from '../core/readings/readingsCsv'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { standInTank, tame } from '../core/standin/standInTank'
import { planning } from './benchPlan'
import { database, closeDatabase } from '../server/db/client'

/**
 * Measures what is promised of speed: the estimate, the ranking of suspects, one more reading of a live hold, files, and the
 * database under a fast logger.
 */
const SIZES = [1000, 86_400, 864_000]
const MORE = 400

const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.001,
  wallGiveUncertainty: 0,
  gauge: { resolution: 1, noise: 5 },
  temperatureChangeUncertainty: 0.1,
  barometerChangeUncertainty: 10,
  testPressure: 6900,
  limit: throughputFromStandard(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const coarse: HoldSetup = { ...setup, gauge: { resolution: 100, noise: 30 } }
const told: HoldSetup = { ...setup, surroundings: { place: 'indoors', wall: 'metal', inside: 'aired' } }
const setups = { fine: setup, coarse, told }
/** Where what acts besides is reckoned with an estimate takes its time, so fewer are made. */
const FEW = 12

/** Readings of a simulated tank that leaks a little, one a second. */
function simulated(count: number, gauge: HoldSetup['gauge']): Reading[] {
  const tank = standInTank({
    seed: 3,
    space: setup.space,
    leaks: [{ law: 'viscous', rate: throughputFromStandard(0.4), referencePressure: 6900 }],
    startPressure: 6900,
    pumpWarmth: 0.5,
    settleTime: 120,
    unruly: tame,
    skin: { start: 293, drift: 0, swing: 0.1, swingPeriod: 40_000, wander: 0.02 },
    weather: { start: 101_325, drift: 0, wander: 20 },
    gauge: { ...gauge, drift: 0 },
    thermometer: { resolution: 0.05, noise: 0.02, drift: 0 },
    barometer: { resolution: 10, noise: 5, drift: 0 },
  })
  return Array.from({ length: count }, (_, k) => tank.readAt(k))
}
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!
const row = (...cells: (string | number)[]) => console.log(cells.map((cell, i) => String(cell).padStart(i ? 14 : 10)).join(''))
const cpu = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}

/** In a process of its own, so that memory is that of one size alone. */
function oneSize(count: number, of: HoldSetup, more = MORE): void {
  const readings = simulated(count + more, of.gauge)
  liveHold(of).take(readings.slice(0, 1000))
  for (let k = 0; k < 3; k++) {
    const warm = liveHold(of)
    warm.take(readings.slice(0, 1000))
    warm.estimate(of)
  }
  const before = process.memoryUsage().rss
  const start = cpu()
  const hold = liveHold(of)
  hold.take(readings.slice(0, count))
  hold.estimate(of)
  const spent = cpu() - start
  const used = process.memoryUsage().rss - before
  const each: number[] = []
  const takes: number[] = []
  for (let k = 0; k < more; k++) {
    const from = performance.now()
    hold.take([readings[count + k]!])
    takes.push(performance.now() - from)
    hold.estimate(of)
    each.push(performance.now() - from)
  }
  row(
    count.toLocaleString('en'),
    `${spent.toFixed(0)} ms`,
    `${Math.round((count / spent) * 1000).toLocaleString('en')}/s`,
    `${median(each).toFixed(2)} ms`,
    `${(median(takes) * 1000).toFixed(1)} µs`,
    `${Math.max(0, used / 1e6).toFixed(0)} MB`,
    `${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`,
  )
}

/** A fixed piece of arithmetic, so that figures of two machines can be compared. */
function yardstick(): string {
  const values = new Float64Array(100_000).fill(1.0001)
  const times = Array.from({ length: 20 }, () => {
    const from = performance.now()
    let sum = 0
    for (let i = 0; i < values.length; i++) sum += values[i]! * values[i]!
    return performance.now() - from + (sum < 0 ? 1 : 0)
  })
  return `${(median(times) * 10).toFixed(2)} ns a multiplication`
}

/**
 * One more answer on every kind of tank with twenty checks answered: ranking the suspects and the next checks anew, and the
 * next plug or pinch with every part suspected.
 */
function narrowing(): void {
  row('kind', 'hypotheses', 'ranked anew', 'next split')
  for (const kind of tankKinds) {
    const parts = kind.parts.map(part => ({ ...part, id: part.key }))
    const situation: Situation = {
      craft: kind.craft,
      material: kind.material,
      fuel: 'petrol',
      parts,
      age: 12,
      signs: ['brim-full', 'under-way', 'wet-top', 'drip', 'smell-inside', 'full-only', 'old-hoses', 'opened-lately'],
      codes: ['P0442', 'P0455'],
      answers: checks
        .filter(check => !check.test)
        .slice(0, 20)
        .map(check => ({ check: check.key, outcome: check.rest.key })),
      tests: [],
      repaired: [],
      outcomes: {},
    }
    const times = (work: () => unknown, count: number) =>
      Array.from({ length: count }, () => {
        const from = performance.now()
        work()
        return performance.now() - from
      })
    const rank = () => nextChecks(situation, suspectsOf(situation))
    times(rank, 20)
    const setup = { closures: proposedClosures(parts), links: holdingLinks(kind.circuit), pressure: kind.workingPressure }
    row(
      kind.key,
      suspectsOf(situation).weights.length,
      `${median(times(rank, 30)).toFixed(1)} ms`,
      `${median(times(() => nextSplit(kind.circuit, parts, new Map(parts.map(part => [part.id, 1])), setup), 5)).toFixed(0)} ms`,
    )
  }
}

async function databaseUnderALogger(): Promise<void> {
  const { testActor, testJob, holdForm, setUpHold, fed } = await import('../server/services/ground/testShop')
  const { stepHold, loadHold } = await import('../server/services/bench/hold/runHold')
  const { takeFeed } = await import('../server/services/bench/hold/deviceFeed')
  const { countReadings, holdCurve } = await import('../server/services/bench/hold/keptReadings')
  await migrate(database(), { migrationsFolder: join(process.cwd(), 'server/db/migrations') })
  const owner = await testActor('owner')
  const start = new Date(Date.now() - 4 * 3600_000)
  const started = async () => {
    const job = await testJob(owner(start))
    const hold = await setUpHold(owner(start), job.id, holdForm({ source: 'device', gaugeStep: 1, gaugeNoise: 5 }))
    await stepHold(owner(start), hold.id, 'settling')
    return hold
  }
  const hold = await started()
  const line = (k: number) => `{"t": ${k / 100}, "pressure_kPa": ${(5 - k / 1e8).toFixed(6)}, "temperature_C": 18.2}`
  const SECOND = 100,
    SECONDS = 3600
  const took: number[] = []
  const from = performance.now()
  for (let s = 0; s < SECONDS; s++) {
    const sent = performance.now()
    await takeFeed(
      { holdId: hold.id, anchoredAt: +start },
      Array.from({ length: SECOND }, (_, k) => line(s * SECOND + k)).join('\n'),
    )
    took.push(performance.now() - sent)
  }
  const spent = (performance.now() - from) / 1000
  const kept = await countReadings(hold.id)
  console.log(
    `Logger at 100 a second for an hour: ${kept.toLocaleString('en')} of ${(SECOND * SECONDS).toLocaleString('en')} kept, ${Math.round(kept / spent).toLocaleString('en')} a second (${median(took).toFixed(1)} ms a second's batch)`,
  )
  const long = await started()
  const LONG = 864_000
  for (let k = 0; k < LONG; k += 20_000)
    await fed(
      long.id,
      Array.from({ length: Math.min(20_000, LONG - k) }, (_, i) => ({
        t: (k + i) / 100,
        pressure: 5000 - (k + i) / 1e4 + ((k + i) % 7),
        temperature: 291.3,
      })),
    )
  await database().execute('analyze reading')
  const opened: number[] = []
  for (let k = 0; k < 5; k++) {
    const at = performance.now()
    await Promise.all([loadHold(long.id), holdCurve(long.id)])
    opened.push(performance.now() - at)
  }
  console.log(
    `Opening a hold of ${LONG.toLocaleString('en')} readings: ${median(opened).toFixed(0)} ms for the hold and its curve`,
  )
  const at = performance.now()
  const stopped = await stepHold(owner(), long.id, 'stopped')
  console.log(
    `Stopping it, with the verdict over all of them: ${(performance.now() - at).toFixed(0)} ms, ${stopped.estimate?.verdict ?? stopped.noEstimate}`,
  )
  await (await import('./benchShop')).largeShop()
  await closeDatabase()
}

const [task, size, kind] = process.argv.slice(2)
if (task === 'shop') {
  await migrate(database(), { migrationsFolder: join(process.cwd(), 'server/db/migrations') })
  await (await import('./benchShop')).largeShop()
  await closeDatabase()
} else if (task === 'size') oneSize(Number(size), setups[kind as keyof typeof setups], kind === 'told' ? FEW : MORE)
else if (task === 'plan') planning()
else {
  console.log(`This machine: ${yardstick()}`)
  for (const [name, of] of [
    ['A digital gauge (step 1 Pa, noise 5 Pa)', 'fine'],
    ['A dial (step 100 Pa, noise 30 Pa), each reading an interval', 'coarse'],
    ['The digital gauge, with what acts besides a leak reckoned with', 'told'],
  ] as const) {
    console.log(`\n${name}`)
    row('readings', 'CPU', 'rate', 'one more', 'taken in', 'memory', 'whole process')
    for (const count of SIZES)
      spawnSync(process.execPath, [...process.execArgv, process.argv[1]!, 'size', String(count), of], { stdio: 'inherit' })
  }
  const csv = [
    'time_s,pressure_kPa,temperature_C',
    ...simulated(86_400, setup.gauge).map(
      ({ t, pressure, temperature }) => `${t},${(pressure / 1000).toFixed(4)},${(temperature! - 273.15).toFixed(2)}`,
    ),
  ].join('\n')
  const from = cpu()
  readingsFromCsv(csv)
  console.log(`\nReading a CSV of 86,400 rows: ${(cpu() - from).toFixed(0)} ms of CPU`)
  console.log('\nNarrowing, with 30 things said and seen')
  narrowing()
  planning()
  if (process.env.DATABASE_URL) await databaseUnderALogger()
}
