import { tankKind } from '../circuit/tankKinds'
import { probesOf, tankItself } from './conclusions'
import type { TestWord } from './situation'

const parts = tankKind('small-steel').parts.map(part => ({ ...part, id: part.key }))
const fittings = ['cap', 'neck', 'vent', 'sender', 'tap', 'drain']
const word = (id: string, change: Partial<TestWord>): TestWord => ({
  id,
  label: `Test ${id}`,
  reached: parts.map(part => part.id),
  says: null,
  dry: [],
  found: [],
  ...change,
})
const leaks = word('hold', { says: 'leaks' })

describe('the tank itself', () => {
  test('is what is left when a hold leaks and every fitting is dry, what nobody looked at first', () => {
    const itself = tankItself({ parts, tests: [leaks, word('soap', { dry: [...fittings, 'top-seam'] })] })!
    expect(itself.test).toBe('Test hold')
    expect(itself.parts.map(part => part.id)).toEqual(['mid-seam', 'strap', 'bottom-seam', 'skin', 'top-seam'])
  })
  test('is not concluded while a fitting was not looked at, something was found, or nothing leaked', () => {
    const dry = (of: string[]) => word('soap', { dry: of })
    expect(tankItself({ parts, tests: [leaks, dry(fittings.slice(1))] })).toBeNull()
    expect(tankItself({ parts, tests: [leaks, dry(fittings), word('look', { found: ['drain'] })] })).toBeNull()
    expect(tankItself({ parts, tests: [word('hold', { says: 'tight' }), dry(fittings)] })).toBeNull()
    expect(tankItself({ parts, tests: [{ ...leaks, reached: fittings }, dry(fittings)] })).toBeNull()
  })
  test('asks only of the fittings that the leaking test reached', () =>
    expect(
      tankItself({ parts, tests: [{ ...leaks, reached: ['cap', 'skin'] }, word('soap', { dry: ['cap'] })] })!.parts,
    ).toMatchObject([{ id: 'skin' }]))
})

test('what tests say to halving: measured over all, dry part by part, and found where it was found', () => {
  expect(probesOf([leaks, word('soap', { dry: ['cap'], found: ['drain', 'tap'] }), word('look', {})])).toEqual([
    { reached: leaks.reached, leaks: true },
    { reached: ['cap'], leaks: false },
    { reached: ['drain'], leaks: true },
    { reached: ['tap'], leaks: true },
  ])
})
