import fc from 'fast-check'
import { productLimit } from './survival'

const held = (days: number) => ({ days, back: false })
const back = (days: number) => ({ days, back: true })

test('the example of the paper’s kind, by hand: eight followed, three of them lost from sight', () => {
  // 1 - 1/8 = 0.875; 0.875 (1 - 1/6) = 0.7292; 0.7292 (1 - 1/3) = 0.4861
  const steps = productLimit([back(3), held(5), back(7), held(9), held(9), back(20), held(30), held(40)])
  expect(steps.map(step => [step.days, Number(step.share.toFixed(4)), step.followed])).toEqual([
    [0, 1, 8],
    [3, 0.875, 8],
    [7, 0.7292, 6],
    [20, 0.4861, 3],
  ])
})

test('nothing followed, none back, all back at once', () => {
  expect(productLimit([])).toEqual([{ days: 0, share: 1, followed: 0 }])
  expect(productLimit([held(3), held(9)])).toHaveLength(1)
  expect(productLimit([back(2), back(2)]).at(-1)).toEqual({ days: 2, share: 0, followed: 2 })
  expect(() => productLimit([held(-1)])).toThrow('not below zero')
})

test('it only falls, and where nobody is lost from sight it is the share that still holds', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 40 }), days => {
      const steps = productLimit(days.map(back))
      steps.forEach((step, i) => {
        if (i > 0) expect(step.share).toBeLessThanOrEqual(steps[i - 1]!.share)
        if (i > 0) expect(step.share).toBeCloseTo(days.filter(each => each > step.days).length / days.length, 9)
      })
    }),
  )
})
