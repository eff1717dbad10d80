/**
 * Weighted linear least squares with a Gaussian prior of zero mean on each coefficient, by Cholesky on the scaled normal
 * equations.
 * Any text on linear models; the evidence is the marginal likelihood of Bayesian linear regression.
 */
export interface LeastSquares {
  coefficients: number[]
  /** covariance of the first three coefficients, row by row: start, slope and what settles */
  covariance: number[][]
  /** sum of weighted squared residuals */
  chiSquare: number
  /** log of the prior's density at the coefficients, up to a constant */
  logPrior: number
  /** log determinant of the posterior precision */
  logDeterminant: number
}

/** Sums that a fit needs of its data; the data themselves are then done with. */
export interface NormalEquations {
  matrix: number[][]
  right: number[]
  /** sum of w y y */
  square: number
}

/**
 * @param columns one array a coefficient, each as long as y
 * @param y observations
 * @param weights inverse variances, 0 leaves an observation out
 */
export function normalEquations(columns: readonly Float64Array[], y: Float64Array, weights: Float64Array): NormalEquations {
  const weighted = new Float64Array(y.length)
  const right: number[] = []
  const matrix = columns.map(() => new Array<number>(columns.length).fill(0))
  // What has settled is zero from there on, and is not added up.
  const ends = columns.map(column => {
    let end = column.length
    while (end > 0 && column[end - 1] === 0) end--
    return end
  })
  for (let a = 0; a < columns.length; a++) {
    multiply(weighted, weights, columns[a]!, ends[a]!)
    right.push(dot(weighted, y, ends[a]!))
    for (let b = 0; b <= a; b++) matrix[a]![b] = matrix[b]![a] = dot(weighted, columns[b]!, Math.min(ends[a]!, ends[b]!))
  }
  multiply(weighted, weights, y, y.length)
  return { matrix, right, square: dot(weighted, y, y.length) }
}

/** The equations of a model that has some of the columns, in the order given. */
export const chooseColumns = ({ matrix, right, square }: NormalEquations, chosen: readonly number[]): NormalEquations => ({
  matrix: chosen.map(a => chosen.map(b => matrix[a]![b]!)),
  right: chosen.map(a => right[a]!),
  square,
})

function multiply(into: Float64Array, a: Float64Array, b: Float64Array, end: number): void {
  for (let i = 0; i < end; i++) into[i] = a[i]! * b[i]!
}

/** Four sums side by side, which a processor adds up at once. */
function dot(a: Float64Array, b: Float64Array, end: number): number {
  let s0 = 0,
    s1 = 0,
    s2 = 0,
    s3 = 0
  const whole = end & ~3
  for (let i = 0; i < whole; i += 4) {
    s0 += a[i]! * b[i]!
    s1 += a[i + 1]! * b[i + 1]!
    s2 += a[i + 2]! * b[i + 2]!
    s3 += a[i + 3]! * b[i + 3]!
  }
  for (let i = whole; i < end; i++) s0 += a[i]! * b[i]!
  return s0 + s1 + s2 + s3
}

/**
 * @param priorVariance of each coefficient; Infinity for no prior
 * @returns null when the data do not determine the coefficients
 */
export function solveNormal({ matrix, right, square }: NormalEquations, priorVariance: readonly number[]): LeastSquares | null {
  const size = right.length
  const precision = new Float64Array(size)
  const scale = new Float64Array(size)
  for (let a = 0; a < size; a++) {
    precision[a] = Number.isFinite(priorVariance[a]!) ? 1 / priorVariance[a]! : 0
    const diagonal = matrix[a]![a]! + precision[a]!
    if (!(diagonal > 0)) return null
    scale[a] = 1 / Math.sqrt(diagonal)
  }
  // Lower triangle of the Cholesky factor, row by row.
  const lower = new Float64Array(size * size)
  let logDeterminant = 0
  for (let a = 0; a < size; a++) {
    for (let b = 0; b <= a; b++) {
      let sum = (matrix[a]![b]! + (a === b ? precision[a]! : 0)) * scale[a]! * scale[b]!
      for (let k = 0; k < b; k++) sum -= lower[a * size + k]! * lower[b * size + k]!
      if (a === b) {
        if (!(sum > 1e-13)) return null
        const root = Math.sqrt(sum)
        lower[a * size + a] = root
        logDeterminant += 2 * Math.log(root / scale[a]!)
      } else lower[a * size + b] = sum / lower[b * size + b]!
    }
  }
  const solve = (vector: readonly number[]): number[] => {
    const out = new Array<number>(size)
    for (let a = 0; a < size; a++) {
      let sum = vector[a]! * scale[a]!
      for (let k = 0; k < a; k++) sum -= lower[a * size + k]! * out[k]!
      out[a] = sum / lower[a * size + a]!
    }
    for (let a = size - 1; a >= 0; a--) {
      let sum = out[a]!
      for (let k = a + 1; k < size; k++) sum -= lower[k * size + a]! * out[k]!
      out[a] = sum / lower[a * size + a]!
    }
    for (let a = 0; a < size; a++) out[a]! *= scale[a]!
    return out
  }
  const coefficients = solve(right)
  const covariance: number[][] = []
  for (let a = 0; a < Math.min(3, size); a++) {
    const unit = new Array<number>(size).fill(0)
    unit[a] = 1
    covariance.push(solve(unit))
  }
  let explained = 0,
    penalty = 0,
    logPrior = 0
  for (let a = 0; a < size; a++) {
    const value = coefficients[a]!
    explained += value * right[a]!
    penalty += precision[a]! * value * value
    if (precision[a]! > 0) logPrior += 0.5 * Math.log(precision[a]!)
  }
  // y'Wy - b'Wy is chi-square plus the prior's penalty.
  return {
    coefficients,
    covariance,
    chiSquare: Math.max(0, square - explained - penalty),
    logPrior: logPrior - 0.5 * penalty,
    logDeterminant,
  }
}

/** Log marginal likelihood of Gaussian observations, up to a constant shared by models of the same data. */
export const logEvidence = (fit: LeastSquares) => -0.5 * fit.chiSquare + fit.logPrior - 0.5 * fit.logDeterminant
