/**
 * Weighted linear least squares with a Gaussian prior of zero mean on each coefficient, by Cholesky on the scaled normal equations.
 * Any text on linear models; the evidence is the marginal likelihood of Bayesian linear regression.
 */
export interface LeastSquares {
  coefficients: number[]
  /** covariance of the coefficients, row by row */
  covariance: number[][]
  /** sum of weighted squared residuals */
  chiSquare: number
  /** log marginal likelihood up to a constant shared by models of the same data */
  logEvidence: number
}

/**
 * @param columns one array a coefficient, each as long as y
 * @param y observations
 * @param weights inverse variances, 0 leaves an observation out
 * @param priorVariance of each coefficient; Infinity for no prior
 * @returns null when the columns do not determine the coefficients
 */
export function weightedLeastSquares(columns: Float64Array[], y: Float64Array, weights: Float64Array, priorVariance: number[]): LeastSquares | null {
  const size = columns.length
  const count = y.length
  const normal: number[][] = []
  const right: number[] = []
  for (let a = 0; a < size; a++) {
    normal.push(new Array<number>(size).fill(0))
    const columnA = columns[a]!
    let sum = 0
    for (let i = 0; i < count; i++) sum += weights[i]! * columnA[i]! * y[i]!
    right.push(sum)
    for (let b = 0; b <= a; b++) {
      const columnB = columns[b]!
      let product = 0
      for (let i = 0; i < count; i++) product += weights[i]! * columnA[i]! * columnB[i]!
      normal[a]![b] = product
    }
  }
  const scale = normal.map((row, a) => {
    const diagonal = row[a]! + (Number.isFinite(priorVariance[a]!) ? 1 / priorVariance[a]! : 0)
    return diagonal > 0 ? 1 / Math.sqrt(diagonal) : 0
  })
  if (scale.some(value => value === 0)) return null
  const lower: number[][] = []
  let logDeterminant = 0
  for (let a = 0; a < size; a++) {
    const row = new Array<number>(size).fill(0)
    lower.push(row)
    for (let b = 0; b <= a; b++) {
      const prior = a === b && Number.isFinite(priorVariance[a]!) ? 1 / priorVariance[a]! : 0
      let sum = (normal[a]![b]! + prior) * scale[a]! * scale[b]!
      for (let k = 0; k < b; k++) sum -= row[k]! * lower[b]![k]!
      if (a === b) {
        if (sum < 1e-13) return null
        row[a] = Math.sqrt(sum)
        logDeterminant += 2 * Math.log(row[a]! / scale[a]!)
      }
      else row[b] = sum / lower[b]![b]!
    }
  }
  const solve = (vector: number[]) => {
    const out = vector.map((value, a) => value * scale[a]!)
    for (let a = 0; a < size; a++) {
      for (let k = 0; k < a; k++) out[a]! -= lower[a]![k]! * out[k]!
      out[a]! /= lower[a]![a]!
    }
    for (let a = size - 1; a >= 0; a--) {
      for (let k = a + 1; k < size; k++) out[a]! -= lower[k]![a]! * out[k]!
      out[a]! /= lower[a]![a]!
    }
    return out.map((value, a) => value * scale[a]!)
  }
  const coefficients = solve(right)
  const covariance = right.map((_, a) => solve(right.map((__, b) => (a === b ? 1 : 0))))
  let chiSquare = 0
  for (let i = 0; i < count; i++) {
    if (weights[i] === 0) continue
    let fitted = 0
    for (let a = 0; a < size; a++) fitted += columns[a]![i]! * coefficients[a]!
    chiSquare += weights[i]! * (y[i]! - fitted) ** 2
  }
  let penalty = 0
  let logPrior = 0
  for (let a = 0; a < size; a++) {
    const variance = priorVariance[a]!
    if (!Number.isFinite(variance)) continue
    penalty += coefficients[a]! ** 2 / variance
    logPrior -= Math.log(variance)
  }
  return { coefficients, covariance, chiSquare, logEvidence: -0.5 * (chiSquare + penalty + logDeterminant - logPrior) }
}
