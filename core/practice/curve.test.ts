import { brierScore, calibrationOf, curveOf, curveWords, type CurveAnswer } from './curve'

const curves = Array.from({ length: 40 }, (_, k) => curveOf(k + 1))

test('curves are of all three kinds, the same from the same seed, and what is right is never against the truth', () => {
  expect(curveOf(3)).toEqual(curves[2])
  for (const word of curveWords) expect(curves.filter(({ right }) => right === word).length).toBeGreaterThan(2)
  for (const { right, leak, setup, readings } of curves) {
    if (right === 'sealed') expect(leak).toBeLessThanOrEqual(setup.limit)
    if (right === 'leaking') expect(leak).toBeGreaterThan(setup.limit)
    expect(readings.length).toBeGreaterThanOrEqual(60)
  }
})

test('the score is least for whoever says what they believe', () => {
  const expected = (believed: number, said: number) =>
    believed * brierScore({ said: 'sealed', sure: said, right: 'sealed' }) +
    ((1 - believed) / 2) *
      (brierScore({ said: 'sealed', sure: said, right: 'leaking' }) +
        brierScore({ said: 'sealed', sure: said, right: 'cannot-tell' }))
  for (const believed of [0.4, 0.6, 0.9])
    for (const other of [0.35, 0.5, 0.75, 1].filter(each => each !== believed))
      expect(expected(believed, believed)).toBeLessThan(expected(believed, other))
  expect(brierScore({ said: 'leaking', sure: 1, right: 'leaking' })).toBe(0)
  expect(brierScore({ said: 'leaking', sure: 1, right: 'sealed' })).toBe(2)
})

test('calibration: so sure, and so often right', () => {
  const answer = (sure: number, isRight: boolean): CurveAnswer => ({
    said: 'sealed',
    sure,
    right: isRight ? 'sealed' : 'leaking',
  })
  const said = [...Array.from({ length: 10 }, (_, k) => answer(0.9, k < 7)), answer(0.5, false)]
  const [half, nine] = calibrationOf(said)
  expect(half).toEqual({ sure: 0.5, right: 0, of: 1 })
  expect(nine).toMatchObject({ right: 0.7, of: 10 })
  expect(nine!.sure).toBeCloseTo(0.9, 9)
  expect(calibrationOf([])).toEqual([])
})
