import { displayPicture, type DisplayTaking } from '../../standin/displayPicture'
import { normalAt, uniformAt } from '../../standin/seededRandom'
import { quadPlane, type Corners } from './quadPlane'
import { readDisplay } from './readDisplay'

const taking: DisplayTaking = {
  width: 240,
  height: 110,
  corners: [
    { x: 30, y: 24 },
    { x: 214, y: 18 },
    { x: 208, y: 92 },
    { x: 22, y: 86 },
  ],
  ground: [150, 160, 140],
  lit: [30, 34, 30],
  ghost: 0.08,
  blur: 1,
  noise: 5,
  light: 0.9,
  seed: 3,
}
const red = { ...taking, ground: [20, 8, 8], lit: [250, 70, 50], ghost: 0.03 } as const
const read = (text: string, its: DisplayTaking = taking, digits = 4) =>
  readDisplay(displayPicture(its, text), { corners: its.corners, digits })

test('digits, point and sign are read, dark on light and light on dark', () => {
  for (const its of [taking, red]) {
    expect(read('12.34', its)).toEqual({ value: 12.34, text: '12.34' })
    expect(read('-5.67', its, 4)).toEqual({ value: -5.67, text: '-5.67' })
    expect(read('  89', its)).toEqual({ value: 89, text: '89' })
    expect(read(' 0.10', its)).toEqual({ value: 0.1, text: '0.10' })
  }
})

test('of many numbers in all kinds of light what is accepted is right, and most are accepted', () => {
  const many = 50
  let [right, wrong] = [0, 0]
  for (let k = 0; k < many; k++) {
    const draw = (n: number) => uniformAt(k, 500, n)
    const digits = String(Math.floor(10_000 * draw(0))).padStart(4, '0')
    const point = Math.floor(4 * draw(1))
    const text = point === 0 ? digits : `${digits.slice(0, point)}.${digits.slice(point)}`
    const base = draw(2) < 0.5 ? taking : red
    const off = (c: number) => ({ x: 4 * normalAt(k, 501, 2 * c), y: 3 * normalAt(k, 501, 2 * c + 1) })
    const corners = base.corners.map(({ x, y }, c) => ({ x: x + off(c).x, y: y + off(c).y })) as unknown as Corners
    const its: DisplayTaking = {
      ...base,
      corners,
      blur: 0.6 + 1.2 * draw(3),
      noise: 2 + 8 * draw(4),
      light: 0.5 + 0.5 * draw(5),
      ghost: 0.15 * draw(6),
      seed: k,
    }
    // A finger is a pixel off.
    const tapped = corners.map(({ x, y }, c) => ({
      x: x + normalAt(k, 502, c),
      y: y + normalAt(k, 503, c),
    })) as unknown as Corners
    const answer = readDisplay(displayPicture(its, text), { corners: tapped, digits: 4 })
    if ('leftOut' in answer) continue
    if (answer.value === Number(text)) right++
    else wrong++
  }
  expect(wrong).toBe(0)
  expect(right / many).toBeGreaterThan(0.65)
})

test('what is doubtful is left out: half lit, dark, faint, blank, and what is no number', () => {
  const leftOut = (text: string, change: Partial<DisplayTaking>) =>
    (read(text, { ...taking, ...change }) as { leftOut?: string }).leftOut
  expect(leftOut('1234', { ghost: 0.5 })).toBe('doubtful')
  expect(leftOut('1234', { light: 0.03 })).toBe('dark')
  expect(leftOut('1234', { lit: [140, 150, 132] })).toBe('faint')
  expect(leftOut('    ', {})).toBe('faint')
  expect(leftOut('1 34', {})).toBe('doubtful')
  expect(leftOut('1.2.34', {})).toBe('doubtful')
  expect(leftOut('12-4', {})).toBe('doubtful')
})

test('corners out of their order make no window', () => {
  const [p, q, r, s] = taking.corners
  expect(() => quadPlane([p, r, q, s])).toThrow(RangeError)
  expect(quadPlane(taking.corners)(1, 1)).toMatchObject({
    x: expect.closeTo(r.x, 6) as number,
    y: expect.closeTo(r.y, 6) as number,
  })
})
