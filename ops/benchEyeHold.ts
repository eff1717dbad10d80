import { liveHold } from '../core/hold/estimateHold'
import type { HoldSetup, Reading } from '../core/hold/holdSetup'
import { frameReader } from '../core/seeing/frames/frames'
import { steadyReading } from '../core/seeing/frames/steadyReading'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { dialPicture, type DialFace, type DialTaking } from '../core/standin/dialPicture'
import { standInTank } from '../core/standin/standInTank'
import { typicalTank } from '../core/standin/typicalTank'
import { uniformAt } from '../core/standin/seededRandom'

/** Minutes until a hold decides, read by a camera from a rendered dial, against the same hold with what the dial truly shows. */
const HOLDS = Number(process.env.ZINC_HOLDS ?? 8)
const FULL = 10_000
const EVERY = 30 // s between two readings
const LONGEST = 3 * 3600
const LOOK_EVERY = 60
const limit = throughputFromStandard(1)
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0012,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 5 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 6900,
  limit,
  rigLeak: 0,
  rigLeakUncertainty: 0,
  surroundings: { place: 'indoors', wall: 'metal', inside: 'aired' },
}
const face = (seed: number): DialFace => ({
  face: [238 - 20 * uniformAt(seed, 600, 0), 236, 226],
  ink: [28, 28, 30],
  needle: uniformAt(seed, 600, 1) < 0.5 ? [20, 20, 24] : [160, 30, 28],
  taper: [0.024, 0.008, 0.8],
  tail: 0.2,
  start: 0.75 * Math.PI,
  sweep: 1.5 * Math.PI,
  majors: 5,
  minors: 4,
  sector: 0.1,
  second: null,
})
const taking = (seed: number): DialTaking => ({
  width: 640,
  height: 480,
  radius: 190,
  centre: [320, 240],
  tilt: 0.35 * uniformAt(seed, 601, 0),
  towards: 6 * uniformAt(seed, 601, 1),
  blur: 0.6 + uniformAt(seed, 601, 2),
  noise: 3 + 4 * uniformAt(seed, 601, 3),
  glare: 0.2 * uniformAt(seed, 601, 4),
  shade: 0.3 * uniformAt(seed, 601, 5),
  light: 0.9,
  hand: 0,
  seed,
})

/** s at which a hold decides and stays decided for a while; null where it does not in the longest time. */
function decides(readings: readonly Reading[]): { at: number; verdict: string } | null {
  const live = liveHold(setup)
  let next = 300
  let from = 0
  for (let k = 0; k < readings.length; k++) {
    if (readings[k]!.t < next) continue
    live.take(readings.slice(from, k))
    from = k
    next = readings[k]!.t + LOOK_EVERY
    const { verdict } = live.estimate(setup)
    if (verdict !== 'cannot-tell') return { at: readings[k]!.t, verdict }
  }
  return null
}

const ratios: number[] = []
let wrong = 0
for (let seed = 1; seed <= HOLDS; seed++) {
  const leak = seed % 2 ? 0 : throughputFromStandard(2 + 3 * uniformAt(seed, 602, 0))
  const tank = standInTank(
    typicalTank({
      seed,
      unruliness: 0.2,
      setup,
      hasThermometer: true,
      hasBarometer: true,
      leaks: leak > 0 ? [{ law: 'viscous', rate: leak, referencePressure: 6900 }] : [],
    }),
  )
  const drawn = (pressure: number, k: number) =>
    dialPicture(face(seed), { ...taking(seed), seed: 1000 * seed + k }, pressure / FULL)
  const first = drawn(6900, 0)
  const along = (share: number) => face(seed).start + share * face(seed).sweep
  const finger = (k: number) => 1.2 * (uniformAt(seed, 603, k) - 0.5)
  const tapped = (angle: number, radius: number, k: number) => {
    const { x, y } = first.at(angle, radius)
    return { x: x + finger(2 * k), y: y + finger(2 * k + 1) }
  }
  const read = frameReader(first.picture, {
    kind: 'dial',
    rim: Array.from({ length: 8 }, (_, k) => tapped((k * Math.PI) / 4, 1, k)),
    centre: tapped(0, 0, 10),
    needle: tapped(along(0.69), 0.6, 11),
    marks: [0, 0.6, 1].map((share, k) => ({ ...tapped(along(share), 0.85, 12 + k), value: share * FULL })),
  })
  const truth: Reading[] = []
  const seen: Reading[] = []
  for (let t = 0; t <= LONGEST; t += EVERY) {
    const shown = tank.readAt(t)
    truth.push(shown)
    const frames = [0, 1].map(k => ({ reading: read(drawn(shown.pressure, t + k + 1).picture), at: k }))
    const steady = steadyReading(frames)
    if (steady) seen.push({ ...shown, pressure: steady.pressure, noise: steady.noise })
    // Once both have decided the rest is not needed.
    if (t > 900 && t % 900 === 0 && decides(truth) && decides(seen)) break
  }
  const [byTruth, byCamera] = [decides(truth), decides(seen)]
  if (byCamera && (byCamera.verdict === 'leaking') !== leak > 0) wrong++
  const ratio = byTruth && byCamera ? byCamera.at / byTruth.at : byTruth ? Infinity : 1
  ratios.push(ratio)
  console.log(
    `hold ${seed}: ${leak > 0 ? 'leaks' : 'tight'}; true readings ${byTruth ? `${byTruth.verdict} after ${byTruth.at / 60} min` : 'undecided'}; by camera ${byCamera ? `${byCamera.verdict} after ${byCamera.at / 60} min` : 'undecided'}`,
  )
}
ratios.sort((a, b) => a - b)
console.log(
  `${HOLDS} holds by camera: ${ratios[ratios.length >> 1]!.toFixed(2)} times the minutes of the dial’s true readings in the middle, ${ratios.at(-1)!.toFixed(2)} at the most (bar 1.3); wrong verdicts ${wrong}`,
)
