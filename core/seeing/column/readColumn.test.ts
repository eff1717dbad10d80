import { columnPicture, type TubeTaking } from '../../standin/columnPicture'
import { uniformAt } from '../../standin/seededRandom'
import { heightAlong } from './heightAlong'
import { readColumn, setUpColumn, type Column } from './readColumn'

/** mm of the tube that is in view. */
const TUBE = 500
const taking: TubeTaking = {
  width: 200,
  height: 640,
  foot: [92, 610],
  top: [110, 30],
  bore: 14,
  water: [196, 60, 70],
  perspective: 0,
  blur: 1,
  noise: 5,
  light: 0.9,
  seed: 5,
}
const setUp = (its: TubeTaking, marks: readonly number[] = [0.1, 0.9]): Column => {
  const { picture, at } = columnPicture(its, 0.45)
  return setUpColumn(picture, {
    foot: at(0.01),
    top: at(0.99),
    bore: its.bore,
    marks: marks.map(share => ({ at: at(share), height: TUBE * share })),
  })
}
/** Errors of columns at heights of all kinds, mm, and how many were read. */
function errorsOf(its: TubeTaking, column: Column, many = 24): number[] {
  return Array.from({ length: many }, (_, k) => {
    const share = 0.12 + 0.76 * uniformAt(77, 1, k)
    const read = readColumn(columnPicture({ ...its, seed: 100 + k }, share).picture, column)
    return 'leftOut' in read ? NaN : Math.abs(read.height - TUBE * share)
  })
}

test.each([
  ['coloured water', taking],
  ['clear water, by its meniscus', { ...taking, water: [210, 208, 202] as const }],
  ['dim and noisy', { ...taking, light: 0.5, noise: 9, blur: 1.8 }],
])('%s is read to a millimetre of half a metre', (_, its) => {
  const errors = errorsOf(its, setUp(its))
  expect(errors.filter(Number.isNaN)).toEqual([])
  expect(Math.max(...errors)).toBeLessThan(1)
})

test('where the phone looks up at it three marks keep the millimetre, and two would not', () => {
  const its = { ...taking, perspective: 0.25 }
  expect(Math.max(...errorsOf(its, setUp(its, [0.1, 0.5, 0.9])))).toBeLessThan(1)
  expect(Math.max(...errorsOf(its, setUp(its, [0.1, 0.9])))).toBeGreaterThan(5)
})

test('its doubt is of the size of its error', () => {
  const column = setUp(taking)
  const read = readColumn(columnPicture(taking, 0.6).picture, column) as { uncertainty: number }
  expect(read.uncertainty).toBeGreaterThan(0.05)
  expect(read.uncertainty).toBeLessThan(1.5)
})

test('no column, a light that is off, and a tube that is none are left out or refused', () => {
  const column = setUp(taking)
  const leftOut = (change: Partial<TubeTaking>, share: number) =>
    (readColumn(columnPicture({ ...taking, ...change }, share).picture, column) as { leftOut?: string }).leftOut
  expect(leftOut({ light: 0.02 }, 0.5)).toBe('dark')
  expect(leftOut({}, -0.5)).toBe('no column')
  expect(leftOut({}, 1.6)).toBe('no column')
  const { picture, at } = columnPicture(taking, 0.45)
  const setup = { ...column.setup, bore: 0 }
  expect(() => setUpColumn(picture, setup)).toThrow('how wide')
  expect(() => setUpColumn(picture, { ...column.setup, top: at(0.02) })).toThrow(RangeError)
})

test('marks that do not follow each other make no heights', () => {
  const mark = (y: number, height: number) => ({ at: { x: 0, y }, height })
  const [foot, top] = [
    { x: 0, y: 100 },
    { x: 0, y: 0 },
  ]
  expect(heightAlong(foot, top, [mark(90, 0), mark(10, 8)])(50)).toBeCloseTo(4, 9)
  for (const marks of [[], [mark(90, 0)], [mark(90, 1), mark(10, 1)], [mark(90, 0), mark(50, 9), mark(10, 8)]])
    expect(() => heightAlong(foot, top, marks)).toThrow(RangeError)
  expect(() => heightAlong(foot, foot, [mark(90, 0), mark(10, 8)])).toThrow(RangeError)
})
