/** A rate by counting: the likely one and its 95 % interval, in events a second. */
interface CountedRate {
  likely: number
  low: number
  high: number
}

/** Logarithm of the Poisson probability of at most n events where m are expected. */
function logAtMost(n: number, m: number): number {
  // From the largest term down, so that nothing underflows before it counts.
  let term = -m,
    most = -Infinity
  const terms = [term]
  for (let k = 1; k <= n; k++) {
    term += Math.log(m / k)
    terms.push(term)
  }
  for (const each of terms) most = Math.max(most, each)
  return most + Math.log(terms.reduce((sum, each) => sum + Math.exp(each - most), 0))
}

/** The m at which at most n events have a given probability; it falls as m grows. */
function meanFor(n: number, probability: number): number {
  let low = 0,
    high = n + 10 * Math.sqrt(n + 1) + 10
  for (let step = 0; step < 80; step++) {
    const middle = (low + high) / 2
    if (logAtMost(n, middle) > Math.log(probability)) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** More than this nobody counts by eye; it bounds the sums too. */
export const MOST_COUNTED = 5000

/**
 * Events a second from a count, with the exact two-sided 95 % interval of a Poisson count (Garwood, Biometrika 28, 1936): none
 * in t is no rate of zero, but one of at most 3.69 in t.
 * @param count whole, 0 to MOST_COUNTED
 * @param seconds s that it was counted for, above zero
 * @throws RangeError for a count or a time that cannot be
 */
export function countedRate(count: number, seconds: number): CountedRate {
  if (!Number.isInteger(count) || count < 0 || count > MOST_COUNTED)
    throw new RangeError(`Count whole ones, from none to ${MOST_COUNTED.toLocaleString('en')}.`)
  if (!(seconds > 0) || !Number.isFinite(seconds)) throw new RangeError('Say how long it was counted: more than no time.')
  return {
    likely: count / seconds,
    low: count === 0 ? 0 : meanFor(count - 1, 0.975) / seconds,
    high: meanFor(count, 0.025) / seconds,
  }
}
