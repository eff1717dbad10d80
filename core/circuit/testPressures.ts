import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'

const pressureClasses = [
  'light sheet steel or moulded plastic',
  'vapour system of a road vehicle',
  'boat tank',
  'riveted or integral wing tank',
  'heavy vehicle saddle tank',
] as const
export type PressureClass = (typeof pressureClasses)[number]

/** Usual pressures for testing a class of tank, Pa gauge. To be confirmed for the tank in hand. */
interface TestPressures {
  of: PressureClass
  /** usual working test pressure, from and to */
  from: number
  to: number
  neverAbove: number
  source: SourceKey
}

const rows: readonly TestPressures[] = [
  { of: 'light sheet steel or moulded plastic', from: 2000, to: 5000, neverAbove: 7000, source: 'usual test limits' },
  { of: 'vapour system of a road vehicle', from: 2500, to: 3500, neverAbove: 3700, source: 'usual test limits' },
  { of: 'boat tank', from: 14_000, to: 17_000, neverAbove: 20_000, source: 'usual test limits' },
  { of: 'riveted or integral wing tank', from: 2000, to: 5000, neverAbove: 7000, source: 'usual test limits' },
  { of: 'heavy vehicle saddle tank', from: 10_000, to: 20_000, neverAbove: 25_000, source: 'usual test limits' },
]

export const testPressures = known(
  'Test pressures',
  rows,
  row => row.of,
  ({ from, to, neverAbove }) => ({
    from: [from, 1000, to],
    to: [to, from, neverAbove],
    neverAbove: [neverAbove, 3000, 25_000],
  }),
  pressureClasses,
)

export const testPressuresOf = (of: PressureClass): TestPressures => testPressures.find(row => row.of === of)!
