import { standardFromThroughput, throughputFromStandard } from '../quantity/standardLeakRate'
import { HoldError, type HoldSetup } from '../hold/holdSetup'
import type { Budget } from '../hold/budget'
import type { HoldEstimate } from '../hold/holdEstimate'
import { bottlePlaces } from '../hold/bottle/bottle'
import { insides, places, walls } from '../hold/besides/surroundings'

/** The set-up file of a hold (open format), units in the names. */
interface SetupJson {
  method: 'pressure-decay' | 'vacuum-decay'
  ullage_L: number
  ullageUncertainty_L?: number
  wallGive_perKPa?: number
  wallGiveUncertainty_perKPa?: number
  gauge: { resolution_kPa?: number; noise_kPa?: number; stick_kPa?: number }
  temperatureChangeUncertainty_C?: number
  barometerChangeUncertainty_hPa?: number
  testPressure_kPa: number
  acceptance: { limit_mLmin: number }
  rigLeak_mLmin?: number
  rigLeakUncertainty_mLmin?: number
  place?: string
  wall?: string
  inside?: string
  /** a closed bottle against the tank, read as difference_kPa */
  bottle?: {
    volume_L: number
    lies?: string
    resolution_kPa?: number
    noise_kPa?: number
    leakUncertainty_mLmin?: number
  }
}

/**
 * Reads a set-up file's content.
 * @param json a parsed JSON value
 * @throws HoldError naming the field that is missing or not a number
 */
export function setupFromJson(json: unknown): HoldSetup {
  const file = record(json, 'The set-up')
  const gauge = record(file.gauge, 'gauge')
  const acceptance = record(file.acceptance, 'acceptance')
  if (file.method !== 'pressure-decay' && file.method !== 'vacuum-decay')
    throw new HoldError('method must be pressure-decay or vacuum-decay.')
  const volume = number(file, 'ullage_L') * 1e-3
  return {
    method: file.method,
    space: { volume, wallGive: number(file, 'wallGive_perKPa', 0) / 1000 },
    volumeUncertainty: number(file, 'ullageUncertainty_L', volume * 1000 * 0.02) * 1e-3,
    wallGiveUncertainty: number(file, 'wallGiveUncertainty_perKPa', 0) / 1000,
    gauge: {
      resolution: number(gauge, 'resolution_kPa', 0) * 1000,
      noise: number(gauge, 'noise_kPa', 0) * 1000,
      ...(gauge.stick_kPa !== undefined && { stick: Math.max(0, number(gauge, 'stick_kPa')) * 1000 }),
    },
    temperatureChangeUncertainty: number(file, 'temperatureChangeUncertainty_C', 0.5),
    barometerChangeUncertainty: number(file, 'barometerChangeUncertainty_hPa', 0.4) * 100,
    testPressure: number(file, 'testPressure_kPa') * 1000,
    limit: throughputFromStandard(number(acceptance, 'limit_mLmin')),
    rigLeak: throughputFromStandard(number(file, 'rigLeak_mLmin', 0)),
    rigLeakUncertainty: throughputFromStandard(number(file, 'rigLeakUncertainty_mLmin', 0)),
    ...surroundings(file),
    ...bottle(file),
  }
}

/** Doubt of a bottle whose leak nobody measured, mL/min. */
const BOTTLE_LEAK = 0.002

function bottle(file: Record<string, unknown>): Pick<HoldSetup, 'bottle'> {
  if (file.bottle === undefined) return {}
  const given = record(file.bottle, 'bottle')
  const volume = number(given, 'volume_L') * 1e-3
  const gauge = { resolution: number(given, 'resolution_kPa', 0) * 1000, noise: number(given, 'noise_kPa', 0) * 1000 }
  if (!(volume > 0)) throw new HoldError('volume_L of the bottle must be more than zero.')
  if (!(gauge.resolution >= 0) || !(gauge.noise >= 0) || gauge.resolution + gauge.noise <= 0)
    throw new HoldError('The gauge between tank and bottle needs a step or a noise above zero.')
  return {
    bottle: {
      volume,
      lies: oneOf(given, 'lies', bottlePlaces, 'on the skin'),
      gauge,
      leakUncertainty: throughputFromStandard(number(given, 'leakUncertainty_mLmin', BOTTLE_LEAK)),
    },
  }
}

/** What the technician says of the surroundings; the rest of it is taken as is usual once something was said. */
function surroundings(file: Record<string, unknown>): Pick<HoldSetup, 'surroundings'> {
  if (file.place === undefined && file.wall === undefined && file.inside === undefined) return {}
  return {
    surroundings: {
      place: oneOf(file, 'place', places, 'indoors'),
      wall: oneOf(file, 'wall', walls, 'metal'),
      inside: oneOf(file, 'inside', insides, 'aired'),
    },
  }
}

function oneOf<T extends string>(from: Record<string, unknown>, field: string, values: readonly T[], absent: T): T {
  const value = from[field] ?? absent
  if (!values.includes(value as T)) throw new HoldError(`${field} in the set-up must be one of: ${values.join(', ')}.`)
  return value as T
}

function record(value: unknown, name: string): Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw new HoldError(`${name} must be a JSON object.`)
  return value as Record<string, unknown>
}

function number(from: Record<string, unknown>, field: string, absent?: number): number {
  const value = from[field] ?? absent
  if (typeof value !== 'number' || !Number.isFinite(value))
    throw new HoldError(
      value === undefined ? `${field} is missing from the set-up.` : `${field} in the set-up must be a number.`,
    )
  return value
}

/**
 * The set-up file of a hold: what `setupFromJson` reads back as the same hold. Figures keep twelve digits.
 */
export function setupToJson(setup: HoldSetup): SetupJson {
  const figure = (value: number) => Number(value.toPrecision(12))
  const rate = (throughput: number) => figure(standardFromThroughput(throughput))
  const kPa = ({ resolution, noise }: HoldSetup['gauge']) => ({
    resolution_kPa: figure(resolution / 1000),
    noise_kPa: figure(noise / 1000),
  })
  return {
    method: setup.method,
    ullage_L: figure(setup.space.volume * 1000),
    ullageUncertainty_L: figure(setup.volumeUncertainty * 1000),
    wallGive_perKPa: figure(setup.space.wallGive * 1000),
    wallGiveUncertainty_perKPa: figure(setup.wallGiveUncertainty * 1000),
    gauge: { ...kPa(setup.gauge), ...(setup.gauge.stick && { stick_kPa: figure(setup.gauge.stick / 1000) }) },
    temperatureChangeUncertainty_C: figure(setup.temperatureChangeUncertainty),
    barometerChangeUncertainty_hPa: figure(setup.barometerChangeUncertainty / 100),
    testPressure_kPa: figure(setup.testPressure / 1000),
    acceptance: { limit_mLmin: rate(setup.limit) },
    rigLeak_mLmin: rate(setup.rigLeak),
    rigLeakUncertainty_mLmin: rate(setup.rigLeakUncertainty),
    ...setup.surroundings,
    ...(setup.bottle && {
      bottle: {
        volume_L: figure(setup.bottle.volume * 1000),
        lies: setup.bottle.lies,
        ...kPa(setup.bottle.gauge),
        leakUncertainty_mLmin: rate(setup.bottle.leakUncertainty),
      },
    }),
  }
}

/** One line of the result format: rates in std mL/min, pressures in kPa. */
export function resultJson(file: string, setup: HoldSetup, estimate: HoldEstimate) {
  const rate = (throughput: number) => Number(standardFromThroughput(throughput).toPrecision(6))
  return {
    file,
    leakRate_mLmin: rate(estimate.leakRate),
    low95_mLmin: rate(estimate.low95),
    high95_mLmin: rate(estimate.high95),
    atPressure_kPa: setup.testPressure / 1000,
    verdict: estimate.verdict,
    smallestSeen_mLmin: rate(estimate.smallestSeen),
    decidedBy: estimate.decidedBy,
    minutesMore: estimate.minutesMore,
    budget_mLmin: Object.fromEntries(
      (Object.keys(estimate.budget) as (keyof Budget)[]).map(part => [part, rate(estimate.budget[part])]),
    ),
    readings: estimate.readings,
    ignored: estimate.ignored.length,
    steps: estimate.steps,
    signs: estimate.signs ?? [],
    engine: estimate.engine,
  }
}
