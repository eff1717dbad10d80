import { probesOf } from './halvingProbes'
import type { TestWord } from './situation'

const word = (id: string, change: Partial<TestWord>): TestWord => ({
  id,
  label: `Test ${id}`,
  reached: ['cap', 'drain', 'tap', 'seam'],
  says: null,
  dry: [],
  found: [],
  ...change,
})

test('what tests say to halving: measured over all, dry part by part, and found where it was found', () => {
  const leaks = word('hold', { says: 'leaks' })
  expect(probesOf([leaks, word('soap', { dry: ['cap'], found: ['drain', 'tap'] }), word('look', {})])).toEqual([
    { reached: leaks.reached, leaks: true },
    { reached: ['cap'], leaks: false },
    { reached: ['drain'], leaks: true },
    { reached: ['tap'], leaks: true },
  ])
})
