/** Lower triangle of the Cholesky factor of a symmetric matrix (any text on matrix computations); null when it is not positive definite. */
export function choleskyOf(matrix: readonly (readonly number[])[]): number[][] | null {
  const lower = matrix.map(row => row.map(() => 0))
  for (let a = 0; a < matrix.length; a++)
    for (let b = 0; b <= a; b++) {
      let sum = matrix[a]![b]!
      for (let k = 0; k < b; k++) sum -= lower[a]![k]! * lower[b]![k]!
      if (a === b && !(sum > 0)) return null
      lower[a]![b] = a === b ? Math.sqrt(sum) : sum / lower[b]![b]!
    }
  return lower
}

/** Inverse of a symmetric positive definite matrix, scaled first so that coefficients of unlike size do no harm; null otherwise. */
export function inverseOf(matrix: readonly (readonly number[])[]): number[][] | null {
  const scale = matrix.map((row, a) => 1 / Math.sqrt(row[a]!))
  const lower = choleskyOf(matrix.map((row, a) => row.map((each, b) => each * scale[a]! * scale[b]!)))
  if (!lower) return null
  const size = matrix.length
  // Columns of the inverse of the factor, then their products.
  const inverse = matrix.map(row => row.map(() => 0))
  for (let b = 0; b < size; b++)
    for (let a = b; a < size; a++) {
      let sum = a === b ? 1 : 0
      for (let k = b; k < a; k++) sum -= lower[a]![k]! * inverse[k]![b]!
      inverse[a]![b] = sum / lower[a]![a]!
    }
  return matrix.map((_, a) =>
    matrix.map((__, b) => {
      let sum = 0
      for (let k = Math.max(a, b); k < size; k++) sum += inverse[k]![a]! * inverse[k]![b]!
      return sum * scale[a]! * scale[b]!
    }),
  )
}
