import { normalCumulative, ONE_SIDED_95 } from '../quantity/normalDistribution'
import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { fitHold, type HoldFits } from './fit/fitHold'
import type { Tried } from './fit/triedModels'
import { budgetParts, type Budget, type BudgetPart } from './budget'
import { ENGINE, type HoldEstimate } from './holdEstimate'
import { HoldError, isCoarse, type HoldSetup, type Reading } from './holdSetup'
import { budgetOfBesides, outerBudget } from './belief/holdBudget'
import { updateBlocks, type HoldBlock } from './series/holdBlocks'
import { decision } from './belief/holdDecision'
import { holdEventKind } from './series/holdEvents'
import { HoldRecord } from './series/holdRecord'
import { rowOfMark } from './series/rowOfMark'
import { exposureAlong, holdSeries, leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { leakPrior } from './belief/leakPrior'
import { againstBottle, bottleFell, heldAgainstBottle, isShutOff, recordAgainstBottle } from './bottle/heldAgainstBottle'
import { knockedTight, leansOn } from './besides/leansOn'
import { signsOf, type UnsoundSign } from './belief/holdSigns'
import { condensed, weigh, type RateBelief } from './belief/rateBelief'
import { GaugeLattice } from './gaugeLattice'
import { gaugeSpread } from './gaugeSpread'
import { boundsOf } from './belief/verdict'

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
 * @param kit what it is read with: the gauge, and the bottle if there is one
 * @param taken readings to start with
 */
export function liveHold(kit: Pick<HoldSetup, 'gauge' | 'bottle'>, taken = new HoldRecord()): LiveHold {
  /** what the estimate looks at: the difference to a bottle where there is one */
  const record = kit.bottle ? recordAgainstBottle(taken) : taken
  const gauge = kit.bottle?.gauge ?? kit.gauge
  const marks = new Map<number, string>()
  /** the time of the reading that each mark stands on */
  const placed = new Map<number, number>()
  const blocks: HoldBlock[] = []
  const lattice = new GaugeLattice(gauge)
  for (let i = 0; i < record.size; i++) lattice.take(record.pressures[i]!)
  /** how many of the told steps the readings move by */
  let factor = 1
  let spread = gaugeSpread(gauge)
  let changed = record.size ? 0 : Infinity
  let byIntervals = isCoarse(gauge)
  /** Takes the gauge as its readings show it: what is coarser than was told is read as that. */
  const seeGauge = () => {
    // A pressure that came with a noise of its own was not rounded to the gauge’s step.
    const now = record.hasOwnNoise ? 1 : lattice.factor
    const intervals = !record.hasOwnNoise && isCoarse(coarser(gauge, now))
    if (now === factor && intervals === byIntervals) return
    factor = now
    byIntervals = intervals
    spread = gaugeSpread(coarser(gauge, now))
    changed = 0
  }
  const placeMarks = () => {
    for (const [t, kind] of marks) {
      const row = holdEventKind(kind) === 'moving' ? record.indexAt(t) : rowOfMark(record, t, spread)
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
    seeGauge()
    placeMarks()
    if (changed < record.size) updateBlocks(blocks, record, changed, spread, byIntervals)
    changed = Infinity
    const low = (read: readonly HoldBlock[]) => (setup.surroundings && !reached(setup, read) ? 'too little pressure' : null)
    const shown = (result: Explained): Explained => {
      const { estimate } = result
      if (factor === 1) return result
      return { ...result, estimate: { ...estimate, signs: [...(estimate.signs ?? []), 'coarser than told'] } }
    }
    const own = { ...setup, gauge: coarser(setup.gauge, factor) }
    if (!kit.bottle) return shown(explained(own, blocks, record, laws, low(blocks)))
    const bottle = { ...kit.bottle, gauge: coarser(kit.bottle.gauge, factor) }
    const against = heldAgainstBottle(setup, bottle, blocks, taken)
    const unsound = isShutOff(kit.bottle, taken) ? null : 'bottle not shut off'
    const wrong = bottleFell(setup, taken) ? 'bottle leaks' : (unsound ?? low(against.blocks))
    return shown(explained(against.setup, against.blocks, record, laws, wrong))
  }
  return {
    record: taken,
    take(readings) {
      if (!readings.length) return
      const from = taken.take(readings)
      const differences = kit.bottle ? againstBottle(readings) : null
      for (const { pressure } of differences ?? readings) lattice.take(pressure)
      if (!differences) changed = Math.min(changed, from)
      else if (differences.length) changed = Math.min(changed, record.take(differences))
    },
    mark(given) {
      for (const { t, kind } of given) marks.set(t, kind)
    },
    explain,
    estimate: setup => explain(setup).estimate,
  }
}

/** A gauge whose readings move by a whole number of its steps. */
const coarser = <G extends { resolution: number }>(gauge: G, factor: number): G =>
  factor === 1 ? gauge : { ...gauge, resolution: gauge.resolution * factor }

/** A whole hold at once, with the marks that somebody put on it. @throws HoldError when the readings cannot give a leak rate */
export function estimateHold(
  setup: HoldSetup,
  readings: readonly Reading[],
  marks: readonly { t: number; kind: string }[] = [],
): HoldEstimate {
  const live = liveHold(setup)
  live.take(readings)
  live.mark(marks)
  return live.estimate(setup)
}

/** Part of the test pressure that a tank has to have been at for a verdict of it. */
const ENOUGH_PRESSURE = 0.7

/** Whether a tank was ever near its test pressure: a leak may open only there. */
const reached = ({ testPressure }: HoldSetup, blocks: readonly HoldBlock[]) =>
  blocks.some(({ count, pressure }) => count > 0 && pressure / testPressure >= ENOUGH_PRESSURE)

/** @param unsound what is wrong with the hold, whatever its readings say: then it seals nothing */
function explained(
  setup: HoldSetup,
  all: readonly HoldBlock[],
  record: HoldRecord,
  laws: readonly LeakLaw[],
  unsound: UnsoundSign | null = null,
): Explained {
  const blocks = all.filter(block => block.count > 0)
  const series = holdSeries(setup, blocks)
  const fits = fitHold(setup, series, laws)
  if (!fits)
    throw new HoldError('These readings do not determine a leak: they need more times, or a pressure nearer the test pressure.')
  const belief = rateBelief(setup, fits)
  const own = weigh(belief)
  const total = own.mean + setup.rigLeak
  const viscousWeight = shareOf(fits.fits, fit => fit.law === 'viscous')
  const law = between(fits.fits, fit => fit.law)
  const leakChange = between(fits.fits, fit => (fit.path.changes ? fit.path : 'steady'))
  const outer = outerBudget(setup, series, exposureTime(setup, series), Math.max(0, total))
  const outerVariance = Object.values(outer).reduce((sum, part) => sum + part * part, 0)
  const spread = own.variance
  const besides = budgetOfBesides(fits.besides, Math.max(0, spread - law * law - leakChange * leakChange))
  const budget: Budget = { ...besides, ...outer, barometer: Math.hypot(outer.barometer, besides.barometer), law, leakChange }
  const whole = weigh(belief, outerVariance)
  const leak = belief.prior ? whole.mean : own.mean
  const { quantile } = whole
  const uncertainty = Math.sqrt(belief.prior ? whole.variance : spread + outerVariance)
  const bounds = boundsOf(leak, uncertainty, quantile)
  const wrong = unsound ?? (knockedTight(setup, series, fits.steps, leak) ? 'knocked tight' : null)
  // Where much may act besides a leak it can explain a rise away; then the readings say whether there was one.
  if (setup.surroundings) {
    // What is small beside the limit hides no leak of it.
    const fallsShort = ({ slope, variance }: { slope: number; variance: number }) => {
      const rate = slope * STANDARD_TEMPERATURE - setup.rigLeak
      return rate < -HIDES * setup.limit && boundsOf(rate, Math.sqrt(variance) * STANDARD_TEMPERATURE, quantile).belowZero
    }
    const doubted = { ...fits.alone, variance: fits.alone.variance + (uncertainty / STANDARD_TEMPERATURE) ** 2 }
    bounds.belowZero = fallsShort(doubted) || fallsShort(fits.together)
  }
  bounds.belowZero ||= wrong !== null
  const figures = {
    leakRate: tidy(Math.max(0, leak)),
    low95: tidy(notTight(quantile(0.025), belief.prior)),
    high95: tidy(quantile(0.975) + Math.max(0, -leak)),
    above95: tidy(bounds.above95),
    below95: tidy(bounds.below95),
    belowZero: bounds.belowZero,
    uncertainty: tidy(uncertainty),
    smallestSeen: tidy(Math.min(bounds.below95, ONE_SIDED_95 * seenBy(setup, budget, uncertainty))),
    budget: Object.fromEntries(Object.entries(budget).map(([part, value]) => [part, tidy(value)])) as Budget,
  }
  const { best } = fits
  const wildRows = new Set([...all.flatMap(block => block.wild), ...fits.ignored.flatMap(i => rowsOf(blocks[i]!))])
  const decided = decision(setup, series, figures, bounds)
  const leaning = decided.verdict === 'sealed' ? leansOn(setup, series, fits.steps, leak) : []
  const estimate: HoldEstimate = {
    ...figures,
    ...decided,
    readings: record.size,
    ignored: [...wildRows].sort((a, b) => a - b).map(row => record.times[row]!),
    steps: fits.steps.map(step => record.times[blocks[step]!.from]!),
    settling: best.settling && { amplitude: tidy(best.warmth), tau: best.settling.tau },
    viscousWeight: tidy(viscousWeight),
    thermometerJumps: series.thermometerJumps,
    signs: wrong ? [wrong] : signsOf(setup, series, fits, bounds.belowZero),
    likelihood: condensed(belief.pieces, outer.temperature ** 2 + outer.barometer ** 2).map(piece => ({
      rate: tidy(piece.rate),
      deviation: tidy(piece.deviation),
      weight: tidy(piece.weight),
    })),
    ...(leaning.length > 0 && {
      leansOn: leaning.map(each => ({ ...each, hides: tidy(each.hides), change: tidy(each.change) })),
    }),
    emptyAt: series.emptyAt,
    engine: ENGINE,
  }
  return { setup, estimate, series, fits }
}

/**
 * What the readings say of the tank's leak, the rig's taken off. Where a leak is known not to be below zero, a model that came out
 * below is luck or something else that acts: it is taken as of none, as unsure as it is, and no surer for lying further below (Feldman
 * and Cousins 1998 on bounds near a physical limit).
 */
function rateBelief(setup: HoldSetup, { fits, leaks }: HoldFits): RateBelief {
  const highest = Math.max(...fits.map(fit => fit.logEvidence))
  return {
    pieces: fits.flatMap(fit =>
      fit.pieces.map(piece => {
        const rate = piece.slope * STANDARD_TEMPERATURE - setup.rigLeak
        const variance = piece.variance * STANDARD_TEMPERATURE * STANDARD_TEMPERATURE
        const weight = Math.exp(fit.logEvidence - highest) * piece.weight
        return leaks && rate < 0
          ? { rate: 0, variance, weight: weight * 2 * normalCumulative(rate / Math.sqrt(variance)) }
          : { rate, variance, weight }
      }),
    ),
    prior: leaks && leakPrior(setup.limit),
  }
}

/** From such a part of the limit on what acts against a leak could hide one that matters. */
const HIDES = 0.2

/** Parts of the budget that only a leak has: a tight tank has the others. */
const leakParts: readonly BudgetPart[] = ['leakChange', 'volume', 'wallGive', 'law']
const seenParts = budgetParts.filter(part => !leakParts.includes(part))

/** Standard uncertainty of a tight tank. Where all is weighed together, what acts besides cannot be told from what a leak would have. */
const seenBy = (setup: HoldSetup, budget: Budget, uncertainty: number) =>
  setup.surroundings
    ? Math.sqrt(Math.max(budget.rig ** 2, uncertainty ** 2 - budget.volume ** 2 - budget.wallGive ** 2))
    : Math.hypot(...seenParts.map(part => budget[part]))

/** Share of the belief that lies with some of the models. */
const shareOf = (fits: readonly Tried[], is: (fit: Tried) => boolean) =>
  Math.min(
    1,
    fits.reduce((sum, fit) => sum + (is(fit) ? fit.weight : 0), 0),
  )

/** Standard uncertainty of the rate for not knowing which of several kinds of model holds. */
function between(fits: readonly Tried[], kindOf: (fit: Tried) => unknown): number {
  const kinds = new Map<unknown, { weight: number; slope: number }>()
  for (const fit of fits) {
    const kind = kinds.get(kindOf(fit)) ?? { weight: 0, slope: 0 }
    kind.weight += fit.weight
    kind.slope += fit.weight * fit.slope
    kinds.set(kindOf(fit), kind)
  }
  const each = [...kinds.values()]
  const whole = each.reduce((sum, { weight }) => sum + weight, 0)
  const mean = each.reduce((sum, { slope }) => sum + slope, 0) / whole
  const variance = each.reduce((sum, { weight, slope }) => sum + (weight / whole) * (slope / weight - mean) ** 2, 0)
  return Math.sqrt(variance) * STANDARD_TEMPERATURE
}

/** What is as good as tight is none: an interval that reaches down to it reaches zero. */
const notTight = (rate: number, prior: RateBelief['prior']) => (rate > (prior?.edges[1] ?? 0) ? rate : 0)

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
