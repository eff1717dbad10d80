/** Quantile of the normal distribution that leaves 2.5 % on each side. */
export const TWO_SIDED_95 = 1.959964
/** Quantile of the normal distribution that leaves 5 % on one side. */
export const ONE_SIDED_95 = 1.644854

const ROOT_TWO_PI = Math.sqrt(2 * Math.PI)
const LOG_ROOT_TWO_PI = Math.log(ROOT_TWO_PI)

/** Density of the standard normal distribution. */
export const normalDensity = (z: number) => Math.exp(-0.5 * z * z) / ROOT_TWO_PI

/**
 * Mills ratio (1 - Phi(z)) / phi(z) of the standard normal distribution for z >= 0: Hart's rational approximation below 7,
 * to 1e-14 (Hart 1968, algorithm 5666; West 2005), the continued fraction of Laplace above (Abramowitz and Stegun 26.2.14).
 */
export function millsRatio(z: number): number {
  if (z < 7) {
    const over =
      (((((3.52624965998911e-2 * z + 0.700383064443688) * z + 6.37396220353165) * z + 33.912866078383) * z + 112.079291497871) *
        z +
        221.213596169931) *
        z +
      220.206867912376
    const under =
      ((((((8.83883476483184e-2 * z + 1.75566716318264) * z + 16.064177579207) * z + 86.7807322029461) * z + 296.564248779674) *
        z +
        637.333633378831) *
        z +
        793.826512519948) *
        z +
      440.413735824752
    return (ROOT_TWO_PI * over) / under
  }
  let fraction = z
  for (let k = 12; k >= 1; k--) fraction = z + k / fraction
  return 1 / fraction
}

/** Probability below z of the standard normal distribution. */
export function normalCumulative(z: number): number {
  const tail = normalDensity(z) * millsRatio(Math.abs(z))
  return z > 0 ? 1 - tail : tail
}

/** Probability between two points of the standard normal distribution, without loss in either tail. @param from below `to` */
export function normalBetween(from: number, to: number): number {
  if (from > 0) return above(from) - above(to)
  return to < 0 ? above(-to) - above(-from) : 1 - above(-from) - above(to)
}
/** @param z not below zero */
const above = (z: number) => (z < 40 ? normalDensity(z) * millsRatio(z) : 0)

/**
 * What one interval says of a normal variable's mean: log probability, its slope in the mean and minus its curvature, in
 * standard deviations.
 */
interface IntervalScore {
  log: number
  slope: number
  curvature: number
}

/**
 * Log probability between two points of the standard normal distribution, without loss in the tails, and how it changes as the
 * distribution moves (interval-censored likelihood).
 * @param from below `to`
 */
export function intervalScore(from: number, to: number): IntervalScore {
  // By symmetry the point that lies nearer to the middle, and the far one, are taken on the upper side.
  const turned = from < 0 && to <= 0
  const near = turned ? -to : from,
    far = turned ? -from : to
  const nearDensity = normalDensity(near),
    farDensity = normalDensity(far)
  const beyond = far < 40 ? farDensity * millsRatio(far) : 0
  if (near > 30) {
    const mills = millsRatio(near)
    return { log: -0.5 * near * near - LOG_ROOT_TWO_PI + Math.log(mills), slope: (turned ? -1 : 1) / mills, curvature: 1 }
  }
  const mass = near >= 0 ? nearDensity * millsRatio(near) - beyond : 1 - nearDensity * millsRatio(-near) - beyond
  if (!(mass > 0))
    return {
      log: -0.5 * near * near - LOG_ROOT_TWO_PI + Math.log(Math.max(1e-300, far - near)),
      slope: turned ? -near : near,
      curvature: 1,
    }
  const atNear = nearDensity / mass,
    atFar = farDensity / mass
  const slope = atNear - atFar
  return {
    log: Math.log(mass),
    slope: turned ? -slope : slope,
    curvature: slope * slope - (near * atNear - (atFar > 0 ? far * atFar : 0)),
  }
}

/**
 * Mean and variance of a normal variable known to lie on one side of zero, and how likely that was (Johnson, Kotz and
 * Balakrishnan, truncated normal).
 * @param side 1 for above zero, -1 for below
 */
export function truncatedAtZero(
  mean: number,
  variance: number,
  side: 1 | -1,
): { mean: number; variance: number; logProbability: number } {
  const spread = Math.sqrt(variance)
  // Standardised so that the kept side is above `cut`.
  const cut = (-side * mean) / spread
  const hazard = cut > 0 ? 1 / millsRatio(cut) : normalDensity(cut) / Math.max(1e-300, 1 - normalCumulative(cut))
  return {
    mean: mean + side * spread * hazard,
    variance: variance * Math.max(1e-6, 1 + cut * hazard - hazard * hazard),
    logProbability:
      cut > 0
        ? -0.5 * cut * cut - LOG_ROOT_TWO_PI + Math.log(millsRatio(cut))
        : Math.log(Math.max(1e-300, 1 - normalCumulative(cut))),
  }
}
