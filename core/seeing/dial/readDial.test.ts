import { dialPicture, type DialFace, type DialTaking } from '../../standin/dialPicture'
import { readDial, setUpDial, type Dial } from './readDial'

const face: DialFace = {
  face: [228, 226, 214],
  ink: [25, 25, 28],
  needle: [22, 22, 24],
  taper: [0.03, 0.008, 0.8],
  tail: 0.2,
  start: 0.75 * Math.PI,
  sweep: 1.5 * Math.PI,
  majors: 5,
  minors: 5,
  sector: 0.1,
  second: null,
}
const taking: DialTaking = {
  width: 360,
  height: 270,
  radius: 110,
  centre: [182, 134],
  tilt: 0.3,
  towards: 1,
  blur: 0.8,
  noise: 4,
  glare: 0,
  shade: 0.2,
  light: 0.9,
  hand: 0,
  seed: 4,
}
/** Sets a dial of 0 to 10 up from a picture, as exactly as fingers do. */
function setUp(its: DialFace = face, how: DialTaking = taking): Dial {
  const { picture, at } = dialPicture(its, how, 0.03)
  const point = (share: number, radius: number) => at(its.start + share * its.sweep, radius)
  return setUpDial(picture, {
    rim: Array.from({ length: 8 }, (_, k) => at((Math.PI * k) / 4, 1)),
    centre: at(0, 0),
    needle: point(0.03, 0.6),
    marks: [0, 0.5, 1].map(share => ({ ...point(share, 0.85), value: 10 * share })),
  })
}
const taken = (share: number, change: Partial<DialTaking> = {}, its: DialFace = face) =>
  dialPicture(its, { ...taking, seed: 9, ...change }, share).picture

test('a needle is read to a few thousandths of the scale, with a doubt that covers it', () => {
  const dial = setUp()
  for (const share of [0.04, 0.21, 0.5, 0.66, 0.97]) {
    const read = readDial(taken(share), dial)
    expect(read).not.toHaveProperty('leftOut')
    const { value, uncertainty } = read as { value: number; uncertainty: number }
    expect(Math.abs(value - 10 * share)).toBeLessThan(0.03)
    expect(uncertainty).toBeGreaterThan(0)
    expect(uncertainty).toBeLessThan(0.03)
  }
})

test('a needle at the join of the angles is read like any', () => {
  const turnedFace = { ...face, start: 1.3 * Math.PI, sweep: 1.4 * Math.PI }
  const dial = setUp(turnedFace)
  for (let share = 0.48; share < 0.53; share += 0.004) {
    const read = readDial(taken(share, {}, turnedFace), dial)
    expect(Math.abs((read as { value: number }).value - 10 * share)).toBeLessThan(0.03)
  }
})

test('a light needle on a dark face, and a black one beside a red drag pointer', () => {
  const dark = { ...face, face: [36, 37, 39], ink: [225, 225, 220], needle: [240, 130, 40] } as const
  const two = { ...face, second: 0.8 }
  for (const its of [dark, two]) {
    const read = readDial(taken(0.4, {}, its), setUp(its))
    expect(Math.abs((read as { value: number }).value - 4)).toBeLessThan(0.03)
  }
})

test('what cannot be read is left out, and said in a word', () => {
  const dial = setUp()
  const leftOut = (share: number, change: Partial<DialTaking>) =>
    (readDial(taken(share, change), dial) as { leftOut?: string }).leftOut
  expect(leftOut(0.4, { light: 0.04 })).toBe('dark')
  expect(leftOut(0.4, { hand: 0.75 })).toBe('covered')
  expect(leftOut(0.4, { blur: 7 })).toBeDefined()
  expect(leftOut(0.4, { centre: [200, 120] })).toBeDefined()
  expect(leftOut(-0.03, {})).toBe('on its pin')
  expect(leftOut(0.4, { width: 320 })).toBe('moved')
})

test('a needle that is not where a finger says it is sets nothing up', () => {
  const { picture, at } = dialPicture(face, taking, 0.5)
  const points = {
    rim: Array.from({ length: 8 }, (_, k) => at((Math.PI * k) / 4, 1)),
    centre: at(0, 0),
    marks: [0, 1].map(share => ({ ...at(face.start + share * face.sweep, 0.85), value: share })),
  }
  expect(() => setUpDial(picture, { ...points, needle: at(face.start + 0.2 * face.sweep, 0.6) })).toThrow(RangeError)
})
