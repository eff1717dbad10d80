import { STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { HoldSetup } from '../holdSetup'
import type { HoldFits } from '../fit/fitHold'
import type { HoldSeries } from '../holdSeries'
import { jumpAt, pumpings } from '../besides/pumpings'
import { closedAtRoom, gasWent } from '../series/holdEvents'
import { MUCH_VAPOUR, placeMoves } from '../besides/surroundings'

/** What looks wrong in a record, for a person to look into. */
export const holdSigns = [
  'rises',
  'falls and stops',
  'wanders',
  'vapour not told',
  'more than its place',
  'more than weather',
  'bottle leaks',
  'bottle not shut off',
  'too little pressure',
  'knocked tight',
  'jump not told',
  'marks do not fit',
  'coarser than told',
] as const
export type HoldSign = (typeof holdSigns)[number]

/** Signs that by themselves withhold a verdict of sealed: what was read cannot tell a tight tank. */
export const unsoundSigns = [
  'bottle leaks',
  'bottle not shut off',
  'too little pressure',
  'knocked tight',
] as const satisfies readonly HoldSign[]
export type UnsoundSign = (typeof unsoundSigns)[number]

/** Belief in a leak that opens or closes from which on it is said: four times what it was beforehand. */
const CHANGED = 0.35
/** Part of the limit from which on a leak is worth a word. */
const MATTERS = 0.3
/** Belief in vapour that nobody told of. */
const VAPOUR = 0.5
/** Movement, as warmth, that no thermometer shows and that is no straight line, K. */
const WANDERED = 0.25

/**
 * Pa that the weather does at once, and each hour: the fastest that is called rapid is 2 hPa an hour (WMO-No. 306, code table 0200 and
 * its three-hour tendencies), and a squall line passes with a jump.
 */
const WEATHER = { jump: 200, hourly: 400 }

/**
 * Signs in a record that something acts which nobody meant to.
 * @param belowZero whether the estimate came out further below zero than its doubt explains
 */
export function signsOf(setup: HoldSetup, series: HoldSeries, { fits, best, steps }: HoldFits, belowZero: boolean): HoldSign[] {
  const signs: HoldSign[] = [...(belowZero ? (['rises'] as const) : []), ...marksThat(setup, series, steps)]
  const { surroundings } = setup
  if (!setup.bottle && spanOf(series.barometers) > WEATHER.jump + (WEATHER.hourly * heldFor(series)) / 3600)
    signs.push('more than weather')
  if (!surroundings) return signs
  const share = (is: (fit: (typeof fits)[number]) => boolean) => fits.reduce((sum, fit) => sum + (is(fit) ? fit.weight : 0), 0)
  // A leak so small that it does not matter is as likely to change as any, and the record says nothing of it.
  const matters = (fit: (typeof fits)[number]) => fit.slope * STANDARD_TEMPERATURE - setup.rigLeak > MATTERS * setup.limit
  if (share(fit => fit.path.changes && matters(fit)) >= CHANGED) signs.push('falls and stops')
  if (wanderedBy(series, best) >= WANDERED) signs.push('wanders')
  const muchVapour = share(fit => fit.effects.some(effect => effect.name === 'fuel vapour' && effect.mean >= MUCH_VAPOUR))
  if (surroundings.inside !== 'wet with fuel' && muchVapour >= VAPOUR) signs.push('vapour not told')
  if (spanOf(series.temperatures) > placeMoves[surroundings.place]) signs.push('more than its place')
  return signs
}

const spanOf = (values: Float64Array) => Math.max(...values) - Math.min(...values)
const heldFor = ({ times }: HoldSeries) => times[times.length - 1]! - times[0]!

/** Part of the test pressure by which gas that goes in or out moves the gauge at the least. */
const MOVED = 0.03

/** What was marked and did not happen, and what happened and was not marked. */
function marksThat(setup: HoldSetup, series: HoldSeries, steps: readonly number[]): HoldSign[] {
  const told = new Set(series.events.map(event => event.block))
  const unsaid = steps.some(block => !told.has(block) && jumpAt(setup, series, block) > MOVED)
  const wrong = series.events.some(({ block, kind }) => gasWent(kind) * jumpAt(setup, series, block) < -MOVED)
  const underPressure = series.begun !== null && closedAtRoom(series.begun) && pumpings(setup, series)[0]!.share !== 0
  return [...(unsaid ? (['jump not told'] as const) : []), ...(wrong || underPressure ? (['marks do not fit'] as const) : [])]
}

/** How far the best fit's wander went from end to end, K. */
function wanderedBy(series: HoldSeries, best: HoldFits['best']): number {
  const solved = best.solve()
  if (!solved) return 0
  const course = new Float64Array(series.times.length)
  best.terms().forEach(({ column, effect }, a) => {
    if (effect?.name === 'wander') for (let i = 0; i < course.length; i++) course[i]! += solved.coefficients[a]! * column[i]!
  })
  const warmth = course.map((amount, i) => (amount * series.meanTemperature) / series.inventory[i]!)
  return Math.max(...warmth) - Math.min(...warmth)
}
