import { readColumn, setUpColumn } from '../core/seeing/column/readColumn'
import type { Corners } from '../core/seeing/display/quadPlane'
import { readDisplay } from '../core/seeing/display/readDisplay'
import { columnPicture } from '../core/standin/columnPicture'
import { displayPicture, type DisplayTaking } from '../core/standin/displayPicture'
import { normalAt, uniformAt } from '../core/standin/seededRandom'

/** Displays and columns in all kinds of light, as a phone on a stand takes them, and how they are read. */
const DISPLAYS = Number(process.env.ZINC_DISPLAYS ?? 400)
const COLUMNS = Number(process.env.ZINC_COLUMNS ?? 100)

let [right, wrong] = [0, 0]
for (let seed = 1; seed <= DISPLAYS; seed++) {
  const draw = (k: number) => uniformAt(seed, 620, k)
  const digits = String(Math.floor(10_000 * draw(0))).padStart(4, '0')
  const point = Math.floor(4 * draw(1))
  const text = point === 0 ? digits : `${digits.slice(0, point)}.${digits.slice(point)}`
  const dark = draw(2) < 0.5
  const size = 0.8 + 1.2 * draw(7)
  const place = (x: number, y: number, k: number) => ({
    x: size * x + 4 * normalAt(seed, 621, 2 * k),
    y: size * y + 3 * normalAt(seed, 621, 2 * k + 1),
  })
  const corners: Corners = [place(30, 24, 0), place(214, 18, 1), place(208, 92, 2), place(22, 86, 3)]
  const taking: DisplayTaking = {
    width: Math.round(240 * size),
    height: Math.round(115 * size),
    corners,
    ground: dark ? [20, 8 + 30 * draw(8), 8] : [150, 160, 140],
    lit: dark ? [250, 70 + 150 * draw(9), 50] : [30, 34, 30],
    ghost: 0.15 * draw(6),
    blur: 0.6 + 1.2 * draw(3),
    noise: 2 + 8 * draw(4),
    light: 0.5 + 0.5 * draw(5),
    seed,
  }
  const [a, b, c, d] = corners
  const finger = ({ x, y }: { x: number; y: number }, k: number) => ({
    x: x + normalAt(seed, 622, k),
    y: y + normalAt(seed, 623, k),
  })
  const tapped: Corners = [finger(a, 0), finger(b, 1), finger(c, 2), finger(d, 3)]
  const read = readDisplay(displayPicture(taking, text), { corners: tapped, digits: 4 })
  if ('leftOut' in read) continue
  if (read.value === Number(text)) right++
  else wrong++
}
const share = (of: number, all: number) => `${((100 * of) / all).toFixed(2)} %`
console.log(
  `${DISPLAYS} displays: accepted ${share(right + wrong, DISPLAYS)}; of these right ${share(right, right + wrong)} (bar 99.5 %)`,
)

const errors: number[] = []
for (let seed = 1; seed <= COLUMNS; seed++) {
  const draw = (k: number) => uniformAt(seed, 624, k)
  const taking = {
    width: 200,
    height: 640,
    foot: [92, 610] as const,
    top: [92 + 36 * (draw(0) - 0.5), 30] as const,
    bore: 9 + 10 * draw(1),
    water: draw(2) < 0.3 ? ([210, 208, 202] as const) : ([60 + 140 * draw(3), 60 + 90 * draw(4), 60 + 140 * draw(5)] as const),
    perspective: 0.2 * draw(6),
    blur: 0.6 + 1.4 * draw(7),
    noise: 2 + 6 * draw(8),
    light: 0.55 + 0.45 * draw(9),
    seed,
  }
  const first = columnPicture(taking, 0.45)
  const finger = (of: number, k: number) => {
    const { x, y } = first.at(of)
    return { x: x + 0.5 * (uniformAt(seed, 625, k) - 0.5), y: y + 0.5 * (uniformAt(seed, 625, k + 10) - 0.5) }
  }
  try {
    const column = setUpColumn(first.picture, {
      foot: finger(0.01, 0),
      top: finger(0.99, 1),
      bore: taking.bore,
      marks: [0.1, 0.5, 0.9].map((of, k) => ({ at: finger(of, 2 + k), height: 500 * of })),
    })
    const of = 0.12 + 0.76 * draw(10)
    const read = readColumn(columnPicture({ ...taking, seed: seed + 1000 }, of).picture, column)
    if (!('leftOut' in read)) errors.push(Math.abs(read.height - 500 * of))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
  }
}
errors.sort((a, b) => a - b)
console.log(
  `${COLUMNS} columns of 500 mm: read ${share(errors.length, COLUMNS)}; median error ${errors[errors.length >> 1]?.toFixed(2)} mm, 95 % within ${errors[Math.floor(0.95 * errors.length)]?.toFixed(2)} mm, worst ${errors.at(-1)?.toFixed(2)} mm (bar 1 mm)`,
)
