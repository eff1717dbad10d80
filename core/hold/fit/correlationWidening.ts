/**
 * How much wider the doubt is because what is left of one block resembles the next: (1 + r) / (1 - r) for a lag-one correlation r
 * that chance would not give (first-order autoregressive noise, any text on time series).
 * @param residuals a value a block @param used 1 where a block counts
 */
export function correlationWidening(residuals: Float64Array, used: Uint8Array): number {
  let square = 0,
    product = 0,
    count = 0
  for (let i = 1; i < residuals.length; i++) {
    if (!used[i] || !used[i - 1]) continue
    square += residuals[i]! * residuals[i]!
    product += residuals[i]! * residuals[i - 1]!
    count++
  }
  const r = square > 0 ? Math.min(0.95, product / square) : 0
  return r > 2 / Math.sqrt(Math.max(1, count)) ? (1 + r) / (1 - r) : 1
}
