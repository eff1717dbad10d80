export const budgetParts = [
  'readings',
  'temperature',
  'unseenTemperature',
  'barometer',
  'fuelVapour',
  'wallCreep',
  'instrumentDrift',
  'leakChange',
  'volume',
  'wallGive',
  'law',
  'rig',
] as const
export type BudgetPart = (typeof budgetParts)[number]
/** Standard uncertainties of the leak rate by cause, Pa·m3/s (GUM, JCGM 100). */
export type Budget = Record<BudgetPart, number>
