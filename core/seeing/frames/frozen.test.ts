import { normalAt } from '../../standin/seededRandom'
import { frozenWatch } from './frozen'

const picture = (seed: number) => ({
  width: 60,
  height: 40,
  data: Uint8ClampedArray.from({ length: 9600 }, (_, k) => 128 + 3 * normalAt(seed, 0, k)),
})

it('a picture that stands for seconds is frozen, until another comes', () => {
  const isFrozen = frozenWatch()
  expect([0, 1000, 3000, 4000].map(at => isFrozen(picture(1), at))).toEqual([false, false, false, false])
  expect(isFrozen(picture(1), 4200)).toBe(true)
  expect(isFrozen(picture(2), 4400)).toBe(false)
})

it('a camera whose sensor lives is not, whatever it looks at', () => {
  const isFrozen = frozenWatch()
  expect(Array.from({ length: 60 }, (_, k) => isFrozen(picture(k), 200 * k)).some(Boolean)).toBe(false)
})
