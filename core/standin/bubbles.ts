import { standardFromThroughput } from '../quantity/standardLeakRate'

/**
 * What soapy water shows after half a minute at a spot with a leak: nothing below about 0.1 std mL/min, foam below about 3,
 * bubbles above.
 * General practice of the bubble test (ASTM E515).
 * @param rate throughput at the soap's pressure, Pa·m3/s
 */
export function bubblesAt(rate: number): 'dry' | 'foams' | 'bubbles' {
  const standard = standardFromThroughput(rate)
  return standard < 0.1 ? 'dry' : standard < 3 ? 'foams' : 'bubbles'
}
