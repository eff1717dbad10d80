import { fuels } from './fuels'
import {
  dilutionTime,
  heatProblem,
  notOffered,
  READING_HOLDS,
  saturatedShare,
  SECOND_LOOK_AFTER,
  vapourRounds,
  vapourStanding,
  volumesToDilute,
  type GasReading,
} from './vapour'

const MINUTE = 60_000
const points = ['neck', 'middle', 'far corner']
const round = (at: number, explosive = 0.04, of = points): GasReading[] =>
  of.map(point => ({ point, at, explosive, oxygen: 0.209, cleaned: true }))
const state = (readings: GasReading[], now: number) => vapourStanding(readings, now).state

test('nothing read, too few points, and one point too high are no go', () => {
  expect(state([], 0)).toBe('not read')
  expect(state(round(0, 0.02, ['neck', 'middle']), MINUTE)).toBe('not read')
  const high = vapourStanding(
    [...round(0), { point: 'far corner', at: 1, explosive: 0.14, oxygen: 0.209, cleaned: true }],
    MINUTE,
  )
  expect(high).toMatchObject({ state: 'too much', points: ['far corner'] })
})

test('below 10 % once wants a second round after a pause, and then holds for half an hour', () => {
  expect(vapourStanding(round(0), MINUTE)).toMatchObject({ state: 'read again', at: SECOND_LOOK_AFTER })
  expect(state([...round(0), ...round(5 * MINUTE)], 6 * MINUTE)).toBe('read again')
  const twice = [...round(0), ...round(16 * MINUTE)]
  expect(vapourStanding(twice, 17 * MINUTE)).toMatchObject({ state: 'gas-free', until: 16 * MINUTE + READING_HOLDS })
  expect(state(twice, 47 * MINUTE)).toBe('expired')
  expect(state(round(0), 50 * MINUTE)).toBe('expired')
})

test('10 % itself is too much, and a high reading starts it over', () => {
  expect(state(round(0, 0.1), MINUTE)).toBe('too much')
  const over = [...round(0), ...round(16 * MINUTE, 0.3), ...round(30 * MINUTE)]
  expect(state(over, 31 * MINUTE)).toBe('read again')
  expect(state([...over, ...round(46 * MINUTE)], 47 * MINUTE)).toBe('gas-free')
})

test('one round a day later is no second round: a run that was left alone starts over', () => {
  const DAY = 24 * 60 * MINUTE
  const yesterday = [...round(0), ...round(16 * MINUTE)]
  expect(state([...yesterday, ...round(DAY)], DAY + MINUTE)).toBe('read again')
  expect(state([...yesterday, ...round(DAY), ...round(DAY + 16 * MINUTE)], DAY + 17 * MINUTE)).toBe('gas-free')
  // Kept alive: read every point again before the last round has grown too old.
  expect(state([...yesterday, ...round(45 * MINUTE)], 60 * MINUTE)).toBe('gas-free')
})

test('by point it shows what is read and what is still to read', () => {
  const rounds = vapourRounds([...round(0), ...round(16 * MINUTE, 0.05, ['neck'])])
  expect(rounds.map(({ point, first, second }) => [point, first?.explosive, second?.explosive])).toEqual([
    ['neck', 0.04, 0.05],
    ['middle', 0.04, undefined],
    ['far corner', 0.04, undefined],
  ])
  const four = [...points, 'baffle']
  expect(
    vapourStanding(
      [...round(0, 0.04, four), { point: 'neck', at: 1, explosive: 0.4, oxygen: 0.209, cleaned: true }, ...round(MINUTE)],
      2 * MINUTE,
    ),
  ).toMatchObject({ state: 'not read', sentence: expect.stringContaining('Read baffle again') })
  const high = vapourRounds([...round(0), { point: 'middle', at: 1, explosive: 0.4, oxygen: 0.209, cleaned: true }])
  expect(high.every(({ first }) => first === null)).toBe(true)
  expect(high.find(({ point }) => point === 'middle')!.last.explosive).toBe(0.4)
})

test('a catalytic meter in inert gas reads nothing of vapour', () => {
  const inert = points.map(point => ({ point, at: 0, explosive: 0, oxygen: 0.03, cleaned: true }))
  expect(vapourStanding(inert, MINUTE)).toMatchObject({
    state: 'not read',
    sentence: expect.stringContaining('so little oxygen'),
  })
})

// PHYSICS check values: 30 % to 0.14 % takes 5.4 K volumes; oxygen 20.9 to 8 % by inert gas 0.96 K.
test('volumes of air or inert gas, with their mixing', () => {
  expect(volumesToDilute(0.3, 0.0014, 1)).toBeCloseTo(5.367, 3)
  expect(volumesToDilute(0.209, 0.08, 1)).toBeCloseTo(0.96, 3)
  expect(volumesToDilute(0.3, 0.0014, 4)).toBeCloseTo(21.47, 2)
  expect(dilutionTime(5.4, 0.06, 0.001)).toBeCloseTo(324, 9)
  expect(() => volumesToDilute(0.1, 0.2, 2)).toThrow('below where it starts')
  expect(() => volumesToDilute(0.3, 0.01, 0.5)).toThrow('Mixing')
})

// Petrol of 35 kPa: 35/101.325 = 34.5 % by volume; diesel of 50 Pa 0.05 %, below a tenth of its lower limit of 0.6 %.
test('air takes up no more of a fuel than its vapour pressure', () => {
  const share = (key: string) => saturatedShare(fuels.find(each => each.key === key)!)
  expect(share('petrol')).toBeCloseTo(0.3454, 4)
  expect(share('diesel')).toBeLessThan(0.006 * 0.1)
  expect(share('jet')).toBeGreaterThan(0.007 * 0.1)
  expect(saturatedShare({ vapourPressure: 200_000 })).toBe(1)
})

test('old tricks are named with why they are not offered', () => {
  expect(notOffered.find(each => each.key === 'exhaust')!.why).toContain('poisonous')
})

describe('oxygen', () => {
  const twice = (oxygen: number | null, at = points) => [
    ...round(0),
    ...points.map(point => ({
      point,
      at: 16 * MINUTE,
      explosive: 0.04,
      oxygen: at.includes(point) ? oxygen : 0.209,
      cleaned: true,
    })),
  ]
  const standing = (readings: GasReading[]) => vapourStanding(readings, 17 * MINUTE)
  test('is read at every point of the last round, or nobody knows what is in there', () => {
    expect(standing(twice(null))).toMatchObject({
      state: 'not read',
      sentence: expect.stringContaining('Read oxygen too: neck, middle, far corner'),
    })
    expect(standing(twice(null, ['middle']))).toMatchObject({ sentence: expect.stringContaining('Read oxygen too: middle.') })
  })
  test('below 19.5 % no tank is gas-free in air', () => {
    expect(standing(twice(0.137, ['far corner']))).toMatchObject({ state: 'low oxygen', points: ['far corner'] })
    expect(standing(twice(0.1949)).state).toBe('low oxygen')
    expect(standing(twice(0.195)).state).toBe('gas-free')
  })
})

describe('heat', () => {
  const fuel = (key: string) => fuels.find(each => each.key === key)!
  const read = (cleaned: boolean) => [...round(0), ...round(16 * MINUTE)].map(reading => ({ ...reading, cleaned }))
  test('wants a tank that was drained and cleaned before it was read', () => {
    expect(heatProblem(read(true), fuel('petrol'), 523)).toBeNull()
    expect(heatProblem(read(false), fuel('petrol'), 523)).toContain('clean it inside')
    const [first, ...rest] = read(true)
    expect(heatProblem([{ ...first!, cleaned: false }, ...rest], fuel('petrol'), 523)).toBeNull()
    expect(heatProblem([...rest.slice(0, -1), { ...rest.at(-1)!, cleaned: false }], fuel('petrol'), 523)).not.toBeNull()
    expect(heatProblem([], fuel('petrol'), 523)).not.toBeNull()
  })
  test('past the flash point of diesel a cold reading says nothing', () => {
    expect(heatProblem(read(false), fuel('diesel'), 523)).toContain('55 °C: a cold reading says nothing')
    expect(heatProblem(read(false), fuel('diesel'), 320)).not.toContain('cold reading')
    expect(heatProblem(read(false), fuel('petrol'), 523)).not.toContain('cold reading')
  })
})
