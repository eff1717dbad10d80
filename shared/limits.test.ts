import { jobView } from './jobView.fixture'
import type { TestView } from './leaktest/tests'
import { balloonRelief, lastRelief } from './limits'

const balloon = (change: object = {}) =>
  ({
    id: 'b',
    kind: 'balloon',
    pressure: 2500,
    startedAt: 1,
    stoppedAt: null,
    struck: null,
    relief: null,
    ...change,
  }) as TestView
const tested = (...tests: TestView[]) => jobView({ tests, pressureLimit: 7000 })

describe('a balloon that is tied on', () => {
  test('is relief enough for what rubber holds', () => {
    expect(balloonRelief(tested(balloon()), 2500)).toEqual({ kind: 'balloon', opensAt: 3750 })
    expect(balloonRelief(tested(balloon()), 3750)).not.toBeNull()
  })
  test('is none where it is off, struck out, above what rubber holds, or not below the limit', () => {
    expect(balloonRelief(tested(), 2500)).toBeNull()
    expect(balloonRelief(tested(balloon({ stoppedAt: 9 })), 2500)).toBeNull()
    expect(balloonRelief(tested(balloon({ struck: 'burst' })), 2500)).toBeNull()
    expect(balloonRelief(tested(balloon()), 3800)).toBeNull()
    expect(balloonRelief({ ...tested(balloon()), pressureLimit: 3700 }, 2500)).toBeNull()
  })
  test('is not proposed for the next test as if it had been chosen', () => {
    const column = balloon({ id: 's', kind: 'soap', relief: { kind: 'water column', opensAt: 6000 } })
    const under = balloon({ id: 't', kind: 'soap', startedAt: 2, relief: { kind: 'balloon', opensAt: 3750 } })
    expect(lastRelief(tested(column, under))).toEqual({ kind: 'water column', opensAt: 6000 })
    expect(lastRelief(tested(under))).toBeNull()
  })
})
