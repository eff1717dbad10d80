import { STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { Budget, BudgetPart } from '../budget'
import type { HoldSetup } from '../holdSetup'
import type { HoldSeries } from '../holdSeries'

/** Relative doubt in the gas's absolute temperature when no thermometer is on the tank: 8 K of 293 K. */
const UNKNOWN_TEMPERATURE = 8 / STANDARD_TEMPERATURE
/** Doubt in temperature change that each jump of the thermometer leaves behind, K. */
const JUMP_DOUBT = 0.2
/** From this share of wetted volume on, fuel vapour is reckoned with. */
export const WETTED_FLAG = 0.03
/**
 * Heat of vaporisation over the gas constant, K: dPv/dT = Pv x this / T2 (Clausius and Clapeyron; 30 kJ/mol for petrol's light
 * ends).
 */
const VAPORISATION = 30_000 / 8.314

/**
 * The parts of a hold's budget that the fit does not see, as standard uncertainties of the rate (GUM, JCGM 100).
 * @param exposure s at test pressure that the hold amounts to
 * @param rate tank's and rig's leak, Pa·m3/s
 */
export function outerBudget(
  setup: HoldSetup,
  series: HoldSeries,
  exposure: number,
  rate: number,
): Pick<Budget, 'temperature' | 'barometer' | 'volume' | 'wallGive' | 'rig'> {
  const absolute = series.meanPressure + series.meanBarometer
  const volume = setup.space.volume * (1 + setup.space.wallGive * series.meanPressure)
  const amount = (absolute * volume) / series.meanTemperature
  const perUnit = STANDARD_TEMPERATURE / exposure
  // Where somebody said where the tank stands, what nobody sees is in the fit.
  const told = setup.surroundings !== undefined
  const unseen = Math.hypot(
    told ? 0 : setup.temperatureChangeUncertainty,
    told ? 0 : (series.temperatureScatter ?? 0),
    JUMP_DOUBT * series.thermometerJumps.length,
  )
  const weather = Math.hypot(told ? 0 : setup.barometerChangeUncertainty, told ? 0 : (series.barometerScatter ?? 0))
  const give = setup.space.volume * (series.meanBarometer + 2 * series.meanPressure) * setup.wallGiveUncertainty
  return {
    temperature: Math.hypot(
      ((amount * unseen) / series.meanTemperature) * perUnit,
      ((vapourChange(setup, series, unseen) * volume) / series.meanTemperature) * perUnit,
    ),
    barometer: ((amount * weather) / absolute) * perUnit,
    volume:
      rate *
      Math.hypot(setup.volumeUncertainty / setup.space.volume, series.temperatureScatter === null ? UNKNOWN_TEMPERATURE : 0),
    wallGive: (rate * give) / series.effectiveVolume,
    rig: setup.rigLeakUncertainty,
  }
}

/**
 * Change of fuel vapour's pressure over the hold that nobody measured, Pa: the liquid follows the skin late, so half of what
 * the skin moved
 * counts as unseen, and it takes minutes to settle after a slosh.
 */
function vapourChange({ wetted, surroundings }: HoldSetup, series: HoldSeries, unseen: number): number {
  if (surroundings || !wetted || wetted.share < WETTED_FLAG) return 0
  const moved = series.temperatures[series.temperatures.length - 1]! - series.temperatures[0]!
  return (
    ((wetted.vapourPressure * VAPORISATION) / (series.meanTemperature * series.meanTemperature)) * Math.hypot(unseen, moved / 2)
  )
}

/**
 * Standard uncertainties of the rate by what acts besides the leak, and what the readings themselves leave open. Effects share what
 * they leave open: together they are never more than there is.
 * @param besides variances of the slope, by part @param variance of the rate for all of them, (Pa·m3/s)2
 */
export function budgetOfBesides(
  besides: Partial<Record<BudgetPart, number>>,
  variance: number,
): Pick<Budget, 'readings' | 'unseenTemperature' | 'barometer' | 'fuelVapour' | 'wallCreep' | 'instrumentDrift'> {
  const rate = (part: BudgetPart) => (besides[part] ?? 0) * STANDARD_TEMPERATURE * STANDARD_TEMPERATURE
  const parts = ['unseenTemperature', 'barometer', 'fuelVapour', 'wallCreep', 'instrumentDrift'] as const
  const sum = parts.reduce((total, part) => total + rate(part), 0)
  const scale = sum > variance ? variance / sum : 1
  const of = (part: BudgetPart) => Math.sqrt(rate(part) * scale)
  return {
    readings: Math.sqrt(Math.max(0, variance - sum * scale)),
    unseenTemperature: of('unseenTemperature'),
    barometer: of('barometer'),
    fuelVapour: of('fuelVapour'),
    wallCreep: of('wallCreep'),
    instrumentDrift: of('instrumentDrift'),
  }
}
