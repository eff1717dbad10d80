import fc from 'fast-check'
import { judgeRelief, judgeValve, sensorIsTrue } from './instrumentJudgements'
import { senderStandard, senderStandards } from './senderStandards'
import { judgeSweep, type SweepPoint } from './senderSweep'

const us = senderStandard('240-33')
/** A good sender, read at so many places. */
const sweep = (standard = us, n = 21): SweepPoint[] =>
  Array.from({ length: n }, (_, i) => {
    const level = i / (n - 1)
    return { level, resistance: standard.empty + (standard.full - standard.empty) * level }
  })
const kinds = (points: SweepPoint[], standard = us) => judgeSweep(points, standard).faults.map(fault => fault.kind)
const at = (from: number, to: number, change: (point: SweepPoint) => number | null) =>
  sweep().map(point =>
    point.level >= from - 1e-9 && point.level <= to + 1e-9 ? { ...point, resistance: change(point) } : point,
  )

describe('a sweep of the sender', () => {
  test.each(senderStandards)('is good from end to end: $name', standard => {
    expect(judgeSweep(sweep(standard), standard)).toMatchObject({
      faults: [],
      conclusive: true,
      empty: standard.empty,
      full: standard.full,
      fits: null,
    })
  })
  test('with a dead spot is open there', () => {
    expect(
      judgeSweep(
        at(0.4, 0.5, () => null),
        us,
      ).faults,
    ).toEqual([{ kind: 'open', from: 0.4, to: 0.5 }])
  })
  test('that sticks over a stretch moves nothing there, and may jump after it', () => {
    const stuck = 240 - 207 * 0.3
    const { faults } = judgeSweep(
      at(0.3, 0.6, () => stuck),
      us,
    )
    expect(faults.find(fault => fault.kind === 'flat')).toMatchObject({ from: expect.closeTo(0.3), to: expect.closeTo(0.6) })
    expect(faults.some(fault => fault.kind === 'jump')).toBe(true)
  })
  test('that jumps, and that runs back', () => {
    expect(
      kinds(sweep().map(p => ({ ...p, resistance: p.resistance! - (p.level > 0.5 && p.level < 0.99 ? 60 : 0) }))),
    ).toContain('jump')
    expect(kinds(at(0.5, 0.5, ({ resistance }) => resistance! + 30))).toContain('backwards')
  })
  test('the other way round is one fault, not one at each reading', () => {
    expect(kinds(sweep({ ...us, empty: 33, full: 240 }))).toEqual(['wrong way'])
  })
  test('of another standard says which', () => {
    const other = senderStandard('73-10')
    const { faults, fits } = judgeSweep(sweep(other), us)
    expect(faults.map(fault => fault.kind)).toContain('empty end')
    expect(fits?.key).toBe('73-10')
  })
  test('is called good only where it was looked at closely, to both ends', () => {
    expect(judgeSweep(sweep(us, 6), us)).toMatchObject({ faults: [], conclusive: false, coarsest: expect.closeTo(0.2) })
    expect(judgeSweep(sweep().slice(2), us).conclusive).toBe(false)
    expect(() => judgeSweep(sweep().slice(0, 4), us)).toThrow('five readings')
    expect(() => judgeSweep([...sweep(), { level: 1.2, resistance: 3 }], us)).toThrow('from empty to full')
  })
  test('with the noise of a contact is still good, in whatever order it is typed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -2.5, max: 2.5, noNaN: true }), { minLength: 21, maxLength: 21 }),
        fc.nat(),
        (noise, seed) => {
          const noisy = sweep().map((point, i) => ({ ...point, resistance: point.resistance! + noise[i]! }))
          const turned = [...noisy.slice(seed % 21), ...noisy.slice(0, seed % 21)]
          expect(judgeSweep(turned, us)).toEqual(judgeSweep(noisy, us))
          expect(kinds(noisy)).toEqual([])
        },
      ),
    )
  })
})

test('a sensor gives its zero with the cap off, or its codes are suspect', () => {
  expect(sensorIsTrue(1.52, 1.5)).toBe(true)
  expect(sensorIsTrue(1.7, 1.5)).toBe(false)
  expect(sensorIsTrue(NaN, 1.5)).toBe(false)
})

test.each([
  ['open', true, false, null],
  ['shut', false, true, null],
  ['shut', true, true, 'stuck open'],
  ['open', false, false, 'stuck closed'],
  ['shut', true, false, 'the other way round'],
] as const)('a valve that stands %s by itself, passing %s at rest and %s switched', (rest, atRest, switched, fault) => {
  expect(judgeValve(rest, atRest, switched)).toBe(fault)
})

test('a cap lets go below the limit and lets air in', () => {
  expect(judgeRelief(5000, 1000, 7000)).toEqual([])
  expect(judgeRelief(null, 1000, 7000)).toEqual(['does not open'])
  expect(judgeRelief(8000, null, 7000)).toEqual(['does not open', 'does not let air in'])
  expect(judgeRelief(1000, 1000, 7000)).toEqual(['opens too early'])
})
