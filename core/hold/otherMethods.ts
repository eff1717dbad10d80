import { throughputFromStandard } from '../quantity/standardLeakRate'

/**
 * Methods besides a pressure hold, with the smallest leak each shows in careful hands. Source: ASTM E515 and E1066 ranges, and
 * general trade practice.
 */
export const otherMethods = [
  { key: 'soap', name: 'Soap, half a minute a spot', smallest: throughputFromStandard(0.1), where: true },
  {
    key: 'balloon',
    name: 'Balloon over a day, with thermometer and barometer',
    smallest: throughputFromStandard(0.3),
    where: false,
  },
  { key: 'smoke', name: 'Smoke and a bright lamp', smallest: throughputFromStandard(20), where: true },
  { key: 'immersion', name: 'Under water, small tanks', smallest: throughputFromStandard(0.01), where: true },
] as const

/** Those that see a leak of a size, the most sensitive last. @param limit Pa·m3/s */
export const methodsThatSee = (limit: number) =>
  otherMethods.filter(method => method.smallest <= limit).sort((a, b) => b.smallest - a.smallest)
