import { standardFromThroughput } from '#core/quantity/standardLeakRate'
import { figureText, shortFigure } from '#shared/writing'

/**
 * A leak rate for people: two or three significant figures, never more decimals than it deserves; std mL/min without the unit.
 */
export function rateText(throughput: number): string {
  const rate = standardFromThroughput(throughput)
  if (rate < 0.005) return '0'
  return figureText(rate, rate >= 100 ? 0 : rate >= 10 ? 1 : 2)
}

/** A limit as somebody set it: 1, 0.5 or 20, without figures that it does not have. */
export const limitText = (throughput: number) => shortFigure(standardFromThroughput(throughput), 3)
