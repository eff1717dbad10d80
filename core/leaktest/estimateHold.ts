import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { fitHold } from './fitHold'
import { ENGINE, HoldError, type Budget, type HoldEstimate, type HoldSetup, type Reading } from './hold'
import { holdSeries, type HoldSeries } from './holdSeries'
import { decision } from './holdDecision'

/** Quantile of the normal distribution that leaves 2.5 % on each side. */
export const TWO_SIDED_95 = 1.959964
/** Quantile of the normal distribution that leaves 5 % on one side. */
export const ONE_SIDED_95 = 1.644854
/** Relative doubt in the gas's absolute temperature when no thermometer is on the tank: 8 K of 293 K. */
const UNKNOWN_TEMPERATURE = 8 / STANDARD_TEMPERATURE

/**
 * Leak rate of a pressure or vacuum hold with its interval, budget and verdict (EN 1779 and ISO 20485 pressure change technique;
 * uncertainty by GUM, JCGM 100). The leak is what removes gas inventory: n R = P V / T falls by Q / T_std a second of exposure at test pressure.
 * Same input, same output, in the browser and on the server.
 * @param setup SI
 * @param readings in any order, irregular in time, gaps allowed
 * @throws HoldError when the readings cannot give a leak rate
 */
export function estimateHold(setup: HoldSetup, readings: readonly Reading[]): HoldEstimate {
  checkSetup(setup)
  const series = holdSeries(setup, readings)
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  const { fits, ignored, steps } = fitHold(series, sign)
  if (fits.length === 0) throw new HoldError('These readings do not determine a leak: they need more times, or a pressure nearer the test pressure.')
  const toRate = STANDARD_TEMPERATURE
  const total = fits.reduce((sum, fit) => sum + fit.weight * fit.slope, 0) * toRate
  const within = fits.reduce((sum, fit) => sum + fit.weight * fit.slopeVariance, 0) * toRate ** 2
  const viscousWeight = fits.reduce((sum, fit) => sum + (fit.law === 'viscous' ? fit.weight : 0), 0)
  const byLaw = (law: 'viscous' | 'orifice') => {
    const own = fits.filter(fit => fit.law === law)
    const weight = own.reduce((sum, fit) => sum + fit.weight, 0) || 1
    return own.reduce((sum, fit) => sum + fit.weight / weight * fit.slope, 0) * toRate
  }
  const between = fits.reduce((sum, fit) => sum + fit.weight * (fit.slope * toRate - byLaw(fit.law)) ** 2, 0)
  const law = Math.sqrt(viscousWeight * (1 - viscousWeight)) * Math.abs(byLaw('viscous') - byLaw('orifice'))
  const leak = total - setup.rigLeak
  const budget: Budget = {
    readings: Math.sqrt(within + between + gaugeStepVariance(series)),
    ...changeBudget(setup, series),
    ...scaleBudget(setup, series, Math.max(0, total)),
    law,
    rig: setup.rigLeakUncertainty,
  }
  const uncertainty = Math.hypot(...Object.values(budget))
  const best = fits.reduce((a, b) => (b.weight > a.weight ? b : a))
  const estimate = {
    leakRate: Math.max(0, leak),
    low95: Math.max(0, leak - TWO_SIDED_95 * uncertainty),
    high95: Math.max(0, leak) + TWO_SIDED_95 * uncertainty,
    uncertainty,
    smallestSeen: ONE_SIDED_95 * Math.hypot(budget.readings, budget.temperature, budget.barometer, budget.rig),
    budget,
  }
  return {
    ...estimate,
    ...decision(setup, series, estimate),
    readings: series.times.length,
    ignored: ignored.map(index => series.times[index]!),
    steps,
    settling: best.tau === null ? null : { amplitude: best.settling * series.meanTemperature / best.start, tau: best.tau },
    viscousWeight,
    engine: ENGINE,
  }
}

function checkSetup(setup: HoldSetup): void {
  const positive = { volume: setup.space.volume, 'acceptance limit': setup.limit }
  for (const [name, value] of Object.entries(positive)) {
    if (!(value > 0) || !Number.isFinite(value)) throw new HoldError(`The ${name} must be more than zero.`)
  }
  if (setup.method === 'vacuum-decay' ? !(setup.testPressure < 0) : !(setup.testPressure > 0)) {
    throw new HoldError(setup.method === 'vacuum-decay' ? 'A vacuum hold needs a test pressure below zero.' : 'A pressure hold needs a test pressure above zero.')
  }
  if (!(setup.gauge.resolution >= 0) || !(setup.gauge.noise >= 0) || setup.gauge.resolution + setup.gauge.noise <= 0) {
    throw new HoldError('The gauge needs a step or a noise above zero.')
  }
}

/**
 * A gauge step that the noise does not blur is an error that does not average out: it is as large at the end as at the start,
 * and falls only as the pressure crosses steps.
 */
function gaugeStepVariance(series: HoldSeries): number {
  const first = series.inventory[0]!
  const last = series.inventory[series.inventory.length - 1]!
  const stepSize = series.stepNoise * Math.sqrt(12)
  const crossed = stepSize > 0 ? Math.abs(last - first) / stepSize : 0
  return 2 * (series.stepNoise * STANDARD_TEMPERATURE / exposureTime(series)) ** 2 / (1 + crossed)
}

/** Unseen change of temperature and weather over the hold, as leak. */
function changeBudget(setup: HoldSetup, series: HoldSeries): Pick<Budget, 'temperature' | 'barometer'> {
  const absolute = series.meanPressure + series.meanBarometer
  const amount = absolute * setup.space.volume * (1 + setup.space.wallGive * series.meanPressure) / series.meanTemperature
  const perUnit = STANDARD_TEMPERATURE / exposureTime(series)
  return {
    temperature: amount * setup.temperatureChangeUncertainty / series.meanTemperature * perUnit,
    barometer: amount * setup.barometerChangeUncertainty / absolute * perUnit,
  }
}

/** Doubt in what a pressure slope is multiplied by. */
function scaleBudget(setup: HoldSetup, series: HoldSeries, rate: number): Pick<Budget, 'volume' | 'wallGive'> {
  const temperature = series.hasTemperature ? 0 : UNKNOWN_TEMPERATURE
  const give = setup.space.volume * (series.meanBarometer + 2 * series.meanPressure) * setup.wallGiveUncertainty
  return {
    volume: rate * Math.hypot(setup.volumeUncertainty / setup.space.volume, temperature),
    wallGive: rate * give / series.effectiveVolume,
  }
}

/** Seconds at test pressure that the hold amounts to; never less than a second, so that a hold without pressure is only very uncertain. */
export const exposureTime = (series: HoldSeries) => Math.max(1, series.exposure.viscous[series.times.length - 1]!)
