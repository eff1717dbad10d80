import { readDial, setUpDial, type LeftOut } from '../core/seeing/dial/readDial'
import { dialPicture, type DialFace, type DialTaking } from '../core/standin/dialPicture'
import { uniformAt } from '../core/standin/seededRandom'

/** Dials of other makes than those that reading was tuned on, as a phone on a stand takes them, and how they are read. */
const DIALS = Number(process.env.ZINC_DIALS ?? 400)

type Draw = (k: number) => number
const ink = [24, 24, 28] as const
/** Makes of face: a spade, a thread, light on dark, cream with a red needle, a drag pointer, most of a turn, a quarter of one. */
const makes: ((draw: Draw) => Partial<DialFace>)[] = [
  draw => ({ taper: [0.05, 0.014, 0.7 + 0.08 * draw(20)], tail: 0.38 }),
  draw => ({ taper: [0.012, 0.006, 0.86], tail: 0.05 + 0.1 * draw(20) }),
  () => ({ face: [30, 33, 40], ink: [230, 228, 220], needle: [236, 232, 225] }),
  () => ({ face: [246, 236, 205], needle: [186, 28, 30], sector: 0 }),
  draw => ({ second: 0.15 + 0.8 * draw(20), sector: 0.15 }),
  draw => ({ start: 0.6 * Math.PI, sweep: (1.75 + 0.08 * draw(20)) * Math.PI, majors: 10, minors: 5 }),
  draw => ({ start: (1.2 + 0.1 * draw(20)) * Math.PI, sweep: 0.6 * Math.PI, majors: 4, minors: 10 }),
]

function faceOf(seed: number): DialFace {
  const draw = (k: number) => uniformAt(seed, 410, k)
  return {
    face: [240 - 40 * draw(0), 238 - 40 * draw(0), 230 - 50 * draw(1)],
    ink,
    needle: [20, 20, 22],
    taper: [0.02 + 0.02 * draw(2), 0.004 + 0.008 * draw(3), 0.76 + 0.1 * draw(4)],
    tail: 0.1 + 0.25 * draw(5),
    start: (0.7 + 0.15 * draw(6)) * Math.PI,
    sweep: (1.35 + 0.2 * draw(7)) * Math.PI,
    majors: 4 + Math.floor(6 * draw(8)),
    minors: [2, 4, 5, 10][Math.floor(4 * draw(9))]!,
    sector: draw(10) < 0.5 ? 0.25 * draw(11) : 0,
    second: null,
    ...makes[seed % makes.length]!(draw),
  }
}
/** Perspective to 25 degrees, blur, noise, glare and shade. */
function takingOf(seed: number): DialTaking {
  const draw = (k: number) => uniformAt(seed, 411, k)
  return {
    width: 480,
    height: 360,
    radius: 115 + 45 * draw(0),
    centre: [240 + 30 * (draw(1) - 0.5), 180 + 12 * (draw(2) - 0.5)],
    tilt: (25 * draw(3) * Math.PI) / 180,
    towards: 2 * Math.PI * draw(4),
    blur: 2.2 * draw(5),
    noise: 2 + 9 * draw(6),
    glare: draw(7) < 0.4 ? draw(8) : 0,
    shade: 0.6 * draw(9),
    light: 0.5 + 0.5 * draw(10),
    hand: 0,
    seed,
  }
}
/** A finger is off by this much, px. */
const FINGER = 0.6

const errors: number[] = []
const left: Partial<Record<LeftOut | 'not set up', number>> = {}
let spent = 0
let read = 0
for (let seed = 1; seed <= DIALS; seed++) {
  const face = faceOf(seed)
  const taking = takingOf(seed)
  // It is set up in a picture of its own, with what shines then.
  const { picture, at } = dialPicture(face, { ...taking, seed: seed + 100_000 }, 0.02)
  const tapped = (angle: number, radius: number, k: number) => {
    const { x, y } = at(angle, radius)
    const off = (n: number) => FINGER * (2 * uniformAt(seed, 412, 2 * k + n) - 1)
    return { x: x + off(0), y: y + off(1) }
  }
  const along = (share: number) => face.start + share * face.sweep
  try {
    const dial = setUpDial(picture, {
      rim: Array.from({ length: 10 }, (_, k) => tapped((2 * Math.PI * k) / 10, 1, k)),
      centre: tapped(0, 0, 20),
      needle: tapped(along(0.02), 0.6, 21),
      marks: [0, 0.5, 1].map((value, k) => ({ ...tapped(along(value), 0.85, 30 + k), value })),
    })
    const share = 0.02 + 0.96 * uniformAt(seed, 413, 0)
    const { picture: frame } = dialPicture(face, taking, share)
    const began = performance.now()
    const reading = readDial(frame, dial)
    spent += performance.now() - began
    read++
    if ('leftOut' in reading) left[reading.leftOut] = (left[reading.leftOut] ?? 0) + 1
    else errors.push(Math.abs(reading.value - share))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    left['not set up'] = (left['not set up'] ?? 0) + 1
  }
}
errors.sort((a, b) => a - b)
const percent = (share: number) => `${(100 * share).toFixed(2)} %`
console.log(
  `\n${DIALS} dials of other makes (bars: median 0.3 % of full scale, 95 % within 1 %, more than 2 % wrong in 1 of 200 accepted, 85 % accepted, 100 ms a picture)`,
)
console.log(
  [
    `accepted ${percent(errors.length / DIALS)}`,
    `median error ${percent(errors[Math.floor(errors.length / 2)] ?? NaN)}`,
    `95 % within ${percent(errors[Math.floor(0.95 * errors.length)] ?? NaN)}`,
    `worst ${percent(errors.at(-1) ?? NaN)}`,
    `more than 2 % wrong ${errors.filter(each => each > 0.02).length}`,
    `${(spent / read).toFixed(0)} ms a picture`,
    `left out: ${
      Object.entries(left)
        .map(([why, many]) => `${why} ${many}`)
        .join(', ') || 'none'
    }`,
  ].join('; '),
)
