import { breakEven, ofSmall, weigh, type RepairOption } from './repairOrRenew'

const patch: RepairOption = {
  key: 'patch',
  parts: 20,
  hours: [2, 2, 2],
  waits: [0, 0],
  cureDays: 1,
  testHours: 0,
  chance: { held: 5, failed: 5 },
  onlyUntil: false,
  years: 2,
}
const renew: RepairOption = {
  key: 'renew',
  parts: 300,
  hours: [4, 4, 4],
  waits: [5, 5],
  cureDays: 0,
  testHours: 0,
  chance: { held: 1e6, failed: 1e-6 },
  onlyUntil: false,
  years: 10,
}
const rates = { hour: 60, idleDay: 40 }

test('by hand: a patch in days and money, with a renewal after every second', () => {
  // Patch: 2 h are a quarter day, a day of cure: 1.25 days; 20 + 120 + 50 = 190. Renewal: 5.5 days; 300 + 240 + 220 = 760.
  const its = weigh(patch, [renew], rates)
  expect(its.days.expected).toBeCloseTo(1.25 + 0.5 * 5.5, 6)
  expect(its.cost.expected).toBeCloseTo(190 + 0.5 * 760, 6)
  expect([its.days.low, its.days.high]).toEqual([1.25, 6.75])
  expect(its.chance.expected).toBe(0.5)
})

test('the break-even is where both come to the same', () => {
  // 190 + (1 - p) 760 = 760: p is a quarter.
  expect(breakEven(patch, 760, rates, 'cost')).toBeCloseTo(0.25, 6)
  const p = breakEven(patch, 5.5, rates, 'days')
  expect(1.25 + (1 - p) * 5.5).toBeCloseTo(5.5, 6)
  const even = weigh({ ...patch, chance: { held: 1e5 * p, failed: 1e5 * (1 - p) } }, [renew], rates)
  expect(even.days.expected).toBeCloseTo(5.5, 4)
  expect(breakEven({ ...patch, parts: 5000 }, 760, rates, 'cost')).toBeGreaterThan(1)
  expect(() => breakEven(patch, 0, rates, 'cost')).toThrow('costs nothing')
})

test('what follows may fail too, and is then followed', () => {
  const liner = { ...patch, key: 'liner', chance: { held: 8, failed: 2 } }
  // 190, in half of the cases 190 again, in a fifth of those 760.
  expect(weigh(patch, [liner, renew], rates).cost.expected).toBeCloseTo(190 + 0.5 * (190 + 0.2 * 760), 6)
})

test('what is only until a day is paid for twice, whether it holds or not', () => {
  const its = weigh({ ...patch, onlyUntil: true, chance: { held: 9, failed: 1 } }, [renew], rates)
  expect(its.cost.expected).toBeCloseTo(190 + 760, 6)
  expect(its.chance.expected).toBe(0.9)
})

test('doubt of hours and waits shows as a spread; without anything else it is done once more', () => {
  const its = weigh({ ...patch, hours: [1, 2, 6], waits: [0, 4] }, [], rates)
  expect(its.days.low).toBeLessThan(its.days.expected)
  expect(its.days.high).toBeGreaterThan(its.days.expected + 1)
})

test('chances as people count them', () => {
  expect([0.41, 0.68, 0.72, 0.02, 0.99].map(ofSmall)).toEqual(['2 of 5', '2 of 3', '7 of 10', '1 of 10', '9 of 10'])
})

test('hours of testing cost a quarter of an hour of work each, and days in which the tank stands', () => {
  // 24 h of tests: a day more, and 6 h of work more: 360 and 40.
  const tested = weigh({ ...patch, testHours: 24, chance: renew.chance }, [], rates)
  const untested = weigh({ ...patch, chance: renew.chance }, [], rates)
  expect(tested.days.expected - untested.days.expected).toBeCloseTo(1, 4)
  expect(tested.cost.expected - untested.cost.expected).toBeCloseTo(6 * rates.hour + rates.idleDay, 3)
})
