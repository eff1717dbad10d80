import { BorderedCholesky, type Beforehand } from './borderedCholesky'
import { choleskyOf, inverseOf } from './covariance'
import { chooseColumns, logEvidence, normalEquations, solveNormal } from './weightedLeastSquares'
import { normalAt } from '../standin/seededRandom'

const count = 40
const column = (seed: number) => Float64Array.from({ length: count }, (_, i) => normalAt(seed, 0, i))
const columns = [new Float64Array(count).fill(1), column(1), column(2), column(3)]
const y = Float64Array.from({ length: count }, (_, i) => 2 + 3 * columns[1]![i]! - columns[3]![i]! + 0.5 * normalAt(4, 0, i))
const sums = normalEquations(columns, y, new Float64Array(count).fill(4))
const flat: Beforehand = { mean: 0, variance: Infinity }
const some: Beforehand = { mean: 0, variance: 0.7 }

const pushed = (order: readonly (readonly [number, Beforehand])[]) => {
  const factor = new BorderedCholesky(sums, 4)
  for (const [at, believed] of order) expect(factor.push(at, believed)).toBe(true)
  return factor
}

describe('a factor that grows by a column', () => {
  test('says what the whole solution says', () => {
    const order = [0, 2, 3, 1]
    const solved = solveNormal(chooseColumns(sums, order), [Infinity, 0.7, 0.7, Infinity])!
    const factor = pushed([
      [0, flat],
      [2, some],
      [3, some],
      [1, flat],
    ])
    // The leak and what settles are the first coefficients of a solution, the last of a factor.
    const turned = solveNormal(chooseColumns(sums, [0, 1, 3, 2]), [Infinity, Infinity, 0.7, 0.7])!
    expect(factor.last().mean).toBeCloseTo(solved.coefficients[3]!, 9)
    expect(factor.last().variance).toBeCloseTo(turned.covariance[1]![1]!, 12)
    expect(factor.lastButOne().mean).toBeCloseTo(solved.coefficients[2]!, 9)
    expect(factor.lastButOne().variance).toBeCloseTo(turned.covariance[2]![2]!, 12)
    expect(factor.lastButOne().covariance).toBeCloseTo(turned.covariance[1]![2]!, 12)
    expect(factor.logEvidence).toBeCloseTo(logEvidence(solved), 6)
  })
  test('a column taken away leaves no trace', () => {
    const factor = pushed([
      [0, flat],
      [1, flat],
    ])
    const before = [factor.logEvidence, factor.last().mean]
    factor.push(2, some)
    factor.push(3, some)
    expect(factor.logEvidence).not.toBe(before[0])
    factor.truncate(2)
    expect([factor.logEvidence, factor.last().mean]).toEqual(before)
  })
  test('what is believed beforehand pulls, and counts against what is far from it', () => {
    const at = (mean: number) =>
      pushed([
        [0, flat],
        [1, { mean, variance: 1e-4 }],
      ])
    expect(at(5).last().mean).toBeGreaterThan(4)
    expect(at(3).logEvidence).toBeGreaterThan(at(5).logEvidence)
    expect(at(3).quadratic).toBeLessThan(at(5).quadratic)
  })
  test('the same column twice determines nothing', () => {
    const factor = pushed([
      [0, flat],
      [1, flat],
    ])
    expect(factor.push(1, flat)).toBe(false)
    expect(factor.size).toBe(2)
  })
})

describe('covariances', () => {
  const matrix = [
    [4e6, 2e3, -1e3],
    [2e3, 3, 0.5],
    [-1e3, 0.5, 2],
  ]
  test('a factor times itself is the matrix, an inverse undoes it', () => {
    const lower = choleskyOf(matrix)!
    const inverse = inverseOf(matrix)!
    matrix.forEach((row, a) =>
      row.forEach((each, b) => {
        expect(lower[a]!.reduce((sum, value, k) => sum + value * lower[b]![k]!, 0)).toBeCloseTo(each, 6)
        expect(row.reduce((sum, value, k) => sum + value * inverse[k]![b]!, 0)).toBeCloseTo(a === b ? 1 : 0, 9)
      }),
    )
  })
  test('what is no covariance has neither', () => {
    expect(choleskyOf([[1, 2], [2, 1]])).toBeNull() // prettier-ignore
    expect(inverseOf([[1, 2], [2, 1]])).toBeNull() // prettier-ignore
  })
})
