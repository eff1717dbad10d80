import { ONE_SIDED_95 } from '../quantity/normalDistribution'
import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { fitHold, type HoldFits } from './fitHold'
import {
  ENGINE,
  HoldError,
  isCoarse,
  type Budget,
  type BudgetPart,
  type HoldEstimate,
  type HoldSetup,
  type Reading,
} from './hold'
import { outerBudget } from './holdBudget'
import { updateBlocks, type HoldBlock } from './holdBlocks'
import { decision } from './holdDecision'
import { HoldRecord } from './holdRecord'
import { exposureAlong, holdSeries, leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { beliefMean, beliefQuantile, beliefVariance, type RateBelief } from './rateBelief'
import { gaugeSpread } from './gaugeSpread'
import { boundsOf } from './verdict'

/** A hold that is being read: readings are taken as they come, the estimate never looks at the whole history again. */
export interface LiveHold {
  /**
   * @param readings in any order, irregular in time, late ones too; of two at one time the later arrival counts
   * @throws HoldError when one is not a possible reading; then none of them is taken
   */
  take(readings: readonly Reading[]): void
  /**
   * Marks a knock, a top-up, a push at a time (s): the first reading at or after it starts an offset. A mark that is there
   * already changes nothing.
   */
  mark(marks: readonly { t: number; kind: string }[]): void
  /** @throws HoldError when the readings so far cannot give a leak rate */
  estimate(setup: HoldSetup): HoldEstimate
  /** The estimate with what the model made of the readings. @throws HoldError likewise */
  explain(setup: HoldSetup, laws?: readonly LeakLaw[]): Explained
  readonly record: HoldRecord
}

export interface Explained {
  setup: HoldSetup
  estimate: HoldEstimate
  series: HoldSeries
  fits: HoldFits
}

/**
 * Leak rate of a pressure or vacuum hold with its interval, budget and verdict (EN 1779 and ISO 20485 pressure change technique;
 * uncertainty by GUM, JCGM 100). The leak is what removes gas inventory: n R = P V / T falls by Q / T_std a second of exposure
 * at test pressure.
 * Same readings, same output, whatever their order and in however many pieces they came.
 * @param gauge of the hold, Pa
 * @param record readings to start with
 */
export function liveHold(gauge: HoldSetup['gauge'], record = new HoldRecord()): LiveHold {
  const marks = new Map<number, string>()
  /** the time of the reading that each mark stands on */
  const placed = new Map<number, number>()
  const blocks: HoldBlock[] = []
  const spread = gaugeSpread(gauge)
  let changed = record.size ? 0 : Infinity
  const placeMarks = () => {
    for (const [t, kind] of marks) {
      const row = record.indexAt(t)
      const at = row < record.size ? record.times[row]! : null
      const before = placed.get(t)
      if (before === (at ?? undefined)) continue
      // A late reading may have come between a mark and the one that it stood on.
      if (before !== undefined) {
        record.events.delete(before)
        changed = Math.min(changed, record.indexAt(before))
      }
      if (at === null) continue
      placed.set(t, at)
      record.events.set(at, kind)
      changed = Math.min(changed, row)
    }
  }
  const explain = (setup: HoldSetup, laws: readonly LeakLaw[] = leakLaws): Explained => {
    checkSetup(setup)
    placeMarks()
    if (changed < record.size) updateBlocks(blocks, record, changed, spread, isCoarse(gauge))
    changed = Infinity
    return explained(setup, blocks, record, laws)
  }
  return {
    record,
    take(readings) {
      if (readings.length) changed = Math.min(changed, record.take(readings))
    },
    mark(given) {
      for (const { t, kind } of given) marks.set(t, kind)
    },
    explain,
    estimate: setup => explain(setup).estimate,
  }
}

/** A whole hold at once, with the marks that somebody put on it. @throws HoldError when the readings cannot give a leak rate */
export function estimateHold(
  setup: HoldSetup,
  readings: readonly Reading[],
  marks: readonly { t: number; kind: string }[] = [],
): HoldEstimate {
  const live = liveHold(setup.gauge)
  live.take(readings)
  live.mark(marks)
  return live.estimate(setup)
}

function explained(setup: HoldSetup, all: readonly HoldBlock[], record: HoldRecord, laws: readonly LeakLaw[]): Explained {
  const blocks = all.filter(block => block.count > 0)
  const series = holdSeries(setup, blocks)
  const fits = fitHold(setup, series, laws)
  if (!fits)
    throw new HoldError('These readings do not determine a leak: they need more times, or a pressure nearer the test pressure.')
  const belief: RateBelief = {
    pieces: fits.fits.flatMap(fit =>
      fit.pieces.map(piece => ({
        rate: piece.slope * STANDARD_TEMPERATURE,
        variance: piece.variance * STANDARD_TEMPERATURE * STANDARD_TEMPERATURE,
        weight: fit.weight * piece.weight,
      })),
    ),
  }
  const total = beliefMean(belief)
  const viscousWeight = Math.min(
    1,
    fits.fits.reduce((sum, fit) => sum + (fit.law === 'viscous' ? fit.weight : 0), 0),
  )
  const byLaw = (law: LeakLaw) => {
    const own = fits.fits.filter(fit => fit.law === law)
    const weight = own.reduce((sum, fit) => sum + fit.weight, 0)
    return weight > 0 ? own.reduce((sum, fit) => sum + (fit.weight / weight) * fit.slope, 0) * STANDARD_TEMPERATURE : total
  }
  const law = Math.sqrt(viscousWeight * (1 - viscousWeight)) * Math.abs(byLaw('viscous') - byLaw('orifice'))
  const outer = outerBudget(setup, series, exposureTime(setup, series), Math.max(0, total))
  const outerVariance = Object.values(outer).reduce((sum, part) => sum + part * part, 0)
  const spread = beliefVariance(belief)
  const besides = (part: BudgetPart) => (fits.besides[part] ?? 0) * STANDARD_TEMPERATURE * STANDARD_TEMPERATURE
  const drifts = besides('temperature') + besides('barometer') + besides('wallGive')
  const budget: Budget = {
    ...outer,
    // What acts besides the leak may share what the readings leave open; none of it is counted twice.
    readings: Math.sqrt(Math.max(0, spread - law * law - Math.min(drifts, spread))),
    temperature: Math.hypot(outer.temperature, Math.sqrt(besides('temperature'))),
    barometer: Math.hypot(outer.barometer, Math.sqrt(besides('barometer'))),
    wallGive: Math.hypot(outer.wallGive, Math.sqrt(besides('wallGive'))),
    law,
  }
  const leak = total - setup.rigLeak
  const quantile = (share: number) => beliefQuantile(belief, share, outerVariance) - setup.rigLeak
  const uncertainty = Math.sqrt(spread + outerVariance)
  const bounds = boundsOf(leak, uncertainty, quantile)
  // Where much may act besides a leak it can explain a rise away; then the readings alone say whether there was one.
  if (setup.surroundings) {
    const alone = fits.alone.slope * STANDARD_TEMPERATURE - setup.rigLeak
    const doubt = Math.hypot(uncertainty, Math.sqrt(fits.alone.variance) * STANDARD_TEMPERATURE)
    bounds.belowZero = boundsOf(alone, doubt, quantile).belowZero
  }
  const figures = {
    leakRate: tidy(Math.max(0, leak)),
    low95: tidy(Math.max(0, quantile(0.025))),
    high95: tidy(quantile(0.975) + Math.max(0, -leak)),
    above95: tidy(bounds.above95),
    below95: tidy(bounds.below95),
    belowZero: bounds.belowZero,
    uncertainty: tidy(uncertainty),
    smallestSeen: tidy(
      Math.min(bounds.below95, ONE_SIDED_95 * Math.hypot(budget.readings, budget.temperature, budget.barometer, budget.rig)),
    ),
    budget: Object.fromEntries(Object.entries(budget).map(([part, value]) => [part, tidy(value)])) as Budget,
  }
  const { best } = fits
  const wildRows = new Set([...all.flatMap(block => block.wild), ...fits.ignored.flatMap(i => rowsOf(blocks[i]!))])
  const estimate: HoldEstimate = {
    ...figures,
    ...decision(setup, series, figures, bounds),
    readings: record.size,
    ignored: [...wildRows].sort((a, b) => a - b).map(row => record.times[row]!),
    steps: fits.steps.map(step => record.times[blocks[step]!.from]!),
    settling:
      best.tau === null ? null : { amplitude: tidy((best.settling * series.meanTemperature) / best.start), tau: best.tau },
    viscousWeight: tidy(viscousWeight),
    thermometerJumps: series.thermometerJumps,
    emptyAt: series.emptyAt,
    engine: ENGINE,
  }
  return { setup, estimate, series, fits }
}

const rowsOf = (block: HoldBlock) => Array.from({ length: block.to - block.from }, (_, k) => block.from + k)

/** Ten significant figures, so that two machines whose exponentials differ in the last bit say the same. */
const tidy = (value: number) => Number(value.toPrecision(10))

function checkSetup(setup: HoldSetup): void {
  const positive = { 'volume': setup.space.volume, 'acceptance limit': setup.limit }
  for (const [name, value] of Object.entries(positive)) {
    if (!(value > 0) || !Number.isFinite(value)) throw new HoldError(`The ${name} must be more than zero.`)
  }
  if (setup.method === 'vacuum-decay' ? !(setup.testPressure < 0) : !(setup.testPressure > 0)) {
    throw new HoldError(
      setup.method === 'vacuum-decay'
        ? 'A vacuum hold needs a test pressure below zero.'
        : 'A pressure hold needs a test pressure above zero.',
    )
  }
  if (!(setup.gauge.resolution >= 0) || !(setup.gauge.noise >= 0) || setup.gauge.resolution + setup.gauge.noise <= 0) {
    throw new HoldError('The gauge needs a step or a noise above zero.')
  }
}

/**
 * Seconds at test pressure that the hold amounts to; never less than a second, so that a hold without pressure is only very
 * uncertain.
 */
export function exposureTime(setup: HoldSetup, series: HoldSeries): number {
  return Math.max(1, exposureAlong(setup, series, series.inventory, 'viscous').at(-1)!)
}
