import type { NormalEquations } from './weightedLeastSquares'

/** How a coefficient is believed to be beforehand: around a mean, Infinity of variance for nothing known. */
export interface Beforehand {
  mean: number
  variance: number
}

/** A diagonal left this small a share of its column's own has nothing new in it. */
const DEPENDENT = 1e-13

/**
 * Cholesky factor of a linear model's posterior precision that is built a column at a time and taken down again, so that models
 * which share columns share the work (bordering, any text on matrix computations). What a model is believed and what its last
 * columns come to are read off without a solution.
 */
export class BorderedCholesky {
  size = 0
  private readonly lower: Float64Array
  /** forward substitution of the right side */
  private readonly forward: Float64Array
  private readonly scale: Float64Array
  private readonly column: Int32Array
  /** sums over the columns so far, an entry a size */
  private readonly logEvidences: Float64Array
  private readonly quadratics: Float64Array
  private readonly gram: Float64Array
  private readonly width: number

  /** @param sums over the data, of every column there is @param most columns of one model */
  constructor(
    private readonly sums: NormalEquations,
    private readonly most: number,
  ) {
    this.width = sums.right.length
    this.gram = new Float64Array(this.width * this.width)
    sums.matrix.forEach((row, a) => this.gram.set(row, a * this.width))
    this.lower = new Float64Array(most * most)
    this.forward = new Float64Array(most)
    this.scale = new Float64Array(most)
    this.column = new Int32Array(most)
    this.logEvidences = new Float64Array(most + 1)
    this.quadratics = new Float64Array(most + 1)
    this.quadratics[0] = sums.square
  }

  /** Adds a column. @returns false, and adds nothing, where the data and what is believed do not determine it */
  push(column: number, { mean, variance }: Beforehand): boolean {
    const { lower, most, size, gram, width } = this
    const precision = variance === Infinity ? 0 : 1 / variance
    const diagonal = gram[column * width + column]! + precision
    if (!(diagonal > 0)) return false
    const scale = 1 / Math.sqrt(diagonal)
    const at = size * most
    let square = 1
    let right = (this.sums.right[column]! + precision * mean) * scale
    for (let b = 0; b < size; b++) {
      const row = b * most
      let sum = gram[column * width + this.column[b]!]! * scale * this.scale[b]!
      for (let k = 0; k < b; k++) sum -= lower[at + k]! * lower[row + k]!
      const value = sum / lower[row + b]!
      lower[at + b] = value
      square -= value * value
      right -= value * this.forward[b]!
    }
    if (!(square > DEPENDENT)) return false
    const root = Math.sqrt(square)
    const forward = right / root
    lower[at + size] = root
    this.forward[size] = forward
    this.scale[size] = scale
    this.column[size] = column
    const quadratic = this.quadratics[size]! + precision * mean * mean - forward * forward
    this.quadratics[size + 1] = quadratic
    this.logEvidences[size + 1] =
      this.logEvidences[size]! - Math.log(root / scale) + (precision > 0 ? 0.5 * Math.log(precision) : 0)
    this.size++
    return true
  }

  /**
   * Whether a column can be seen in the data at all: the squared deviations that it is believed to bring, in what is expected of each.
   */
  seenOf(column: number, { mean, variance }: Beforehand): number {
    return this.gram[column * this.width + column]! * (variance + mean * mean)
  }

  /** Takes the last columns away again. */
  truncate(size: number): void {
    this.size = size
  }

  /** Squared deviations of the data from what was believed of them beforehand, in what was expected of each. */
  get quadratic(): number {
    return Math.max(0, this.quadratics[this.size]!)
  }

  /** Log marginal likelihood, up to a constant that all models of the same data share. */
  get logEvidence(): number {
    return this.logEvidences[this.size]! - 0.5 * this.quadratic
  }

  /** The coefficient of the last column: mean and variance. */
  last(): { mean: number; variance: number } {
    const end = this.size - 1
    const root = this.lower[end * this.most + end]! / this.scale[end]!
    return { mean: (this.forward[end]! / this.lower[end * this.most + end]!) * this.scale[end]!, variance: 1 / (root * root) }
  }

  /** The one before the last, and how it goes with the last. */
  lastButOne(): { mean: number; variance: number; covariance: number } {
    const end = this.size - 1
    const own = end - 1
    const a = this.lower[own * this.most + own]!
    const b = this.lower[end * this.most + own]!
    const c = this.lower[end * this.most + end]!
    const scale = this.scale[own]!
    return {
      mean: ((this.forward[own]! - (b * this.forward[end]!) / c) / a) * scale,
      variance: (1 / (a * a) + (b / (a * c)) ** 2) * scale * scale,
      covariance: (-b / (a * c * c)) * scale * this.scale[end]!,
    }
  }
}
