import { betaMean, betaQuantiles, type Beta } from './beta'

/** What one way of mending takes. Money in the shop's own currency, days as 24 h. */
export interface RepairOption {
  key: string
  parts: number
  /** h of work: least, usual, most */
  hours: readonly [number, number, number]
  /** days that its parts are waited for: least and most */
  waits: readonly [number, number]
  cureDays: number
  testHours: number
  chance: Beta
  /** it has to be done for good afterwards, whether it held or not */
  onlyUntil: boolean
  years: number
}

/** What the shop's time is worth. */
export interface Rates {
  /** money an hour of work */
  hour: number
  /** money a day that the craft lies idle */
  idleDay: number
}

/** h in which a shop works in a day. */
const WORKDAY = 8

/** A figure with what it may be: a tenth of such jobs lie below, a tenth above. */
interface Spread {
  low: number
  expected: number
  high: number
}

export interface Weighed {
  key: string
  /** days until it is back in use, with what happens if it does not hold */
  days: Spread
  cost: Spread
  chance: Spread
}

interface Attempt {
  days: number
  cost: number
  weight: number
}

const daysOf = (hours: number, waits: number, { cureDays, testHours }: RepairOption) =>
  waits + hours / WORKDAY + cureDays + testHours / 24
const costOf = (hours: number, days: number, option: RepairOption, rates: Rates) =>
  option.parts + (hours + option.testHours * 0.25) * rates.hour + days * rates.idleDay

/** One attempt as nine of equal weight: hours and waits at their low, usual and high. */
function attempts(option: RepairOption, rates: Rates): Attempt[] {
  const [least, usual, most] = option.hours
  const hours = [(least + usual) / 2, usual, (usual + most) / 2]
  const [soonest, latest] = option.waits
  const waits = [soonest, (soonest + latest) / 2, latest]
  return hours.flatMap(h =>
    waits.map(w => {
      const days = daysOf(h, w, option)
      return { days, cost: costOf(h, days, option, rates), weight: 1 / 9 }
    }),
  )
}

/** A mean attempt. */
const expected = (all: readonly Attempt[], of: 'days' | 'cost') => all.reduce((sum, each) => sum + each.weight * each[of], 0)

function spreadOf(all: readonly Attempt[], of: 'days' | 'cost'): Spread {
  const sorted = [...all].sort((a, b) => a[of] - b[of])
  const at = (share: number) => {
    let sum = 0
    return sorted.find(each => (sum += each.weight) >= share - 1e-12)![of]
  }
  return { low: at(0.1), expected: expected(all, of), high: at(0.9) }
}

/** What it comes to with all that follows: where it does not hold the next of the chain is done, the last of which holds. */
function outcomes(option: RepairOption, [then, ...rest]: readonly RepairOption[], rates: Rates): Attempt[] {
  const first = attempts(option, rates)
  const holds = option.onlyUntil ? 0 : betaMean(option.chance)
  const after = then ? outcomes(then, rest, rates) : attempts(option, rates)
  return [
    ...first.map(each => ({ ...each, weight: each.weight * holds })),
    ...first.flatMap(a =>
      after.map(b => ({ days: a.days + b.days, cost: a.cost + b.cost, weight: (1 - holds) * a.weight * b.weight })),
    ),
  ].filter(each => each.weight > 0)
}

/**
 * What a way of mending comes to, with what follows if it does not hold. What is only until a day is followed in any case.
 * @param chain what is done after it, and after that; where there is nothing else the same once more
 */
export function weigh(option: RepairOption, chain: readonly RepairOption[], rates: Rates): Weighed {
  const all = outcomes(option, chain, rates)
  const [low, high] = betaQuantiles(option.chance, [0.05, 0.95])
  return {
    key: option.key,
    days: spreadOf(all, 'days'),
    cost: spreadOf(all, 'cost'),
    chance: { low: low!, expected: betaMean(option.chance), high: high! },
  }
}

/**
 * The chance of holding from which a quick way pays against a sure one that follows it where it fails: own + (1 - p) sure = sure.
 * From 1 on it never pays.
 * @param sure what the sure way comes to, in days or money, above zero
 * @throws RangeError where that costs nothing
 */
export function breakEven(quick: RepairOption, sure: number, rates: Rates, by: 'days' | 'cost'): number {
  if (!(sure > 0)) throw new RangeError('What costs nothing has no break-even.')
  return expected(attempts(quick, rates), by) / sure
}

/** A chance as people count it: "2 of 5", the nearest of small wholes. */
export function ofSmall(chance: number): string {
  const pairs = [
    [1, 10],
    [1, 5],
    [1, 4],
    [1, 3],
    [2, 5],
    [1, 2],
    [3, 5],
    [2, 3],
    [7, 10],
    [3, 4],
    [4, 5],
    [9, 10],
  ] as const
  const [held, of] = pairs.reduce((best, pair) =>
    Math.abs(pair[0] / pair[1] - chance) < Math.abs(best[0] / best[1] - chance) ? pair : best,
  )
  return `${held} of ${of}`
}
