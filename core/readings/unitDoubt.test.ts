import { unitDoubt } from './unitDoubt'

test('within four times of the test pressure nothing is doubted', () => {
  expect(unitDoubt(20_000, 'kPa', 5000)).toBeNull()
  expect(unitDoubt(1250, 'kPa', 5000)).toBeNull()
  expect(unitDoubt(20_001, 'kPa', 5000)).toMatchObject({ factor: expect.closeTo(4, 3) })
  expect(unitDoubt(1249, 'kPa', 5000)).not.toBeNull()
  expect(unitDoubt(5000, 'kPa', -5000)).toBeNull()
})

test('the unit in which it would fit best is named, or none', () => {
  // 5000 Pa that were read as kPa.
  expect(unitDoubt(5_000_000, 'kPa', 5000)).toMatchObject({ likely: 'Pa' })
  // 0.73 psi are 5.03 kPa; 0.73 taken for kPa.
  expect(unitDoubt(730, 'kPa', 5000)).toMatchObject({ likely: 'psi' })
  // 50 that were mbar: hPa and mbar are the same, the first of them is named.
  expect(['hPa', 'mbar']).toContain(unitDoubt(50_000, 'kPa', 5000)!.likely)
  // Of two units that would do the nearer one: 20 inH2O are 4.98 kPa, 20 cm of mercury far more.
  expect(unitDoubt(20_000, 'kPa', 4982)!.likely).toBe('inH2O')
  expect(unitDoubt(1e9, 'kPa', 5000)!.likely).toBeNull()
})

test('a unit that is more than a third off does not fit', () => {
  expect(unitDoubt(1_340_000, 'kPa', 1000)!.likely).toBe('Pa')
  expect(unitDoubt(1_360_000, 'kPa', 1000)!.likely).not.toBe('Pa')
})
