/** Forms of thread met on fuel tanks and lines. */
type ThreadForm = 'metric' | 'parallel pipe' | 'taper pipe of 60°' | 'taper pipe of 55°' | 'unified' | '37° flare' | '45° flare'

/** A thread as its standard has it. Lengths in m. */
export interface Thread {
  name: string
  form: ThreadForm
  /** outside diameter of the male thread; of a taper at its large end */
  outside: number
  pitch: number
  taper: boolean
  /** seat of a flare, degrees from the middle to the face */
  seat: 37 | 45 | null
}

const INCH = 0.0254
const mm =
  (form: ThreadForm) =>
  (outside: number, pitch: number): Thread => ({
    name: `M${outside} × ${pitch}`,
    form,
    outside: outside / 1000,
    pitch: pitch / 1000,
    taper: false,
    seat: null,
  })
const inches =
  (form: ThreadForm, taper: boolean, seat: Thread['seat'], name: (size: string, perInch: number) => string) =>
  (size: string, outside: number, perInch: number): Thread => ({
    name: name(size, perInch),
    form,
    outside,
    pitch: INCH / perInch,
    taper,
    seat,
  })
const g = inches('parallel pipe', false, null, size => `G ${size}`)
const npt = inches('taper pipe of 60°', true, null, size => `NPT ${size}`)
const r = inches('taper pipe of 55°', true, null, size => `R ${size}`)
const un = inches('unified', false, null, (size, perInch) => `${size}-${perInch}`)
const jic = inches('37° flare', false, 37, (size, perInch) => `${size}-${perInch}, 37° seat`)
const sae = inches('45° flare', false, 45, (size, perInch) => `${size}-${perInch}, 45° seat`)
const metric = mm('metric')

/**
 * Sources: ISO 261 (metric), ISO 228-1 (parallel pipe), ISO 7-1 (taper pipe of 55°), ASME B1.20.1 (taper pipe of 60°), ASME
 * B1.1 (unified), SAE J514 (37°), SAE J512 (45°).
 */
export const threads: readonly Thread[] = [
  metric(6, 1),
  metric(8, 1.25),
  metric(8, 1),
  metric(10, 1.5),
  metric(10, 1.25),
  metric(10, 1),
  metric(12, 1.75),
  metric(12, 1.5),
  metric(12, 1.25),
  metric(14, 1.5),
  metric(16, 1.5),
  metric(18, 1.5),
  metric(20, 1.5),
  metric(22, 1.5),
  metric(24, 1.5),
  metric(26, 1.5),
  metric(30, 1.5),
  g('1/8', 9.728e-3, 28),
  g('1/4', 13.157e-3, 19),
  g('3/8', 16.662e-3, 19),
  g('1/2', 20.955e-3, 14),
  g('3/4', 26.441e-3, 14),
  g('1', 33.249e-3, 11),
  r('1/8', 9.728e-3, 28),
  r('1/4', 13.157e-3, 19),
  r('3/8', 16.662e-3, 19),
  r('1/2', 20.955e-3, 14),
  r('3/4', 26.441e-3, 14),
  r('1', 33.249e-3, 11),
  npt('1/8', 10.287e-3, 27),
  npt('1/4', 13.716e-3, 18),
  npt('3/8', 17.145e-3, 18),
  npt('1/2', 21.336e-3, 14),
  npt('3/4', 26.67e-3, 14),
  npt('1', 33.401e-3, 11.5),
  un('1/4', 6.35e-3, 20),
  un('1/4', 6.35e-3, 28),
  un('5/16', 7.938e-3, 18),
  un('5/16', 7.938e-3, 24),
  un('3/8', 9.525e-3, 16),
  un('3/8', 9.525e-3, 24),
  un('7/16', 11.112e-3, 20),
  un('1/2', 12.7e-3, 20),
  un('9/16', 14.288e-3, 18),
  un('5/8', 15.875e-3, 18),
  un('3/4', 19.05e-3, 16),
  un('7/8', 22.225e-3, 14),
  jic('7/16', 11.112e-3, 20),
  jic('1/2', 12.7e-3, 20),
  jic('9/16', 14.288e-3, 18),
  jic('3/4', 19.05e-3, 16),
  jic('7/8', 22.225e-3, 14),
  jic('1 1/16', 26.988e-3, 12),
  sae('7/16', 11.112e-3, 20),
  sae('1/2', 12.7e-3, 20),
  sae('5/8', 15.875e-3, 18),
  sae('3/4', 19.05e-3, 16),
  sae('7/8', 22.225e-3, 14),
]

export interface Measured {
  /** m, over the crests of the male thread */
  outside: number
  /** m */
  pitch: number
  /** whether it tapers; null when nobody looked */
  taper: boolean | null
  /** seat angle, degrees; null when there is none or nobody looked */
  seat: 37 | 45 | null
}

/** A male thread measures a little under its nominal size, m. */
const UNDER = 0.4e-3
const OVER = 0.15e-3
/** A thread gauge tells pitches apart by about this share. */
const PITCH_DOUBT = 0.04

/** Threads that fit what was measured, the nearest first. @throws RangeError when diameter or pitch cannot be */
export function threadCandidates({ outside, pitch, taper, seat }: Measured): Thread[] {
  if (!(outside > 0.002 && outside < 0.1))
    throw new RangeError('An outside diameter between 2 and 100 mm is expected. Check the unit.')
  if (!(pitch > 0.0003 && pitch < 0.005))
    throw new RangeError('A pitch between 0.3 and 5 mm, or 5 to 80 threads an inch, is expected. Check the unit.')
  const far = (thread: Thread) =>
    Math.abs(thread.outside - outside - 0.12e-3) / UNDER + Math.abs(thread.pitch / pitch - 1) / PITCH_DOUBT
  return threads
    .filter(
      thread =>
        outside >= thread.outside - (thread.taper ? 2 * UNDER : UNDER) &&
        outside <= thread.outside + OVER &&
        Math.abs(thread.pitch / pitch - 1) <= PITCH_DOUBT,
    )
    .filter(thread => (taper === null || thread.taper === taper) && (seat === null || thread.seat === seat))
    .sort((a, b) => far(a) - far(b))
}

/**
 * Threads that go on a turn or two, or even all the way, and do not seal with this one: near in diameter and pitch, another
 * form or seat.
 */
export const looksLike = (thread: Thread): Thread[] =>
  threads.filter(
    other =>
      other !== thread &&
      (other.form !== thread.form || other.seat !== thread.seat) &&
      Math.abs(other.outside - thread.outside) < 0.9e-3 &&
      Math.abs(Math.log(other.pitch / thread.pitch)) < 0.12,
  )

/** How a form seals, so that a pair can be told apart. */
export const sealsBy: Record<ThreadForm, string> = {
  'metric': 'a washer or O-ring on a face',
  'parallel pipe': 'a washer or O-ring on a face',
  'taper pipe of 60°': 'the thread itself, with sealant that stands fuel',
  'taper pipe of 55°': 'the thread itself, with sealant that stands fuel',
  'unified': 'a washer or O-ring on a face',
  '37° flare': 'a flared cone of 37°, never with sealant',
  '45° flare': 'a flared cone of 45°, never with sealant',
}

/**
 * Usual torque of a fastener or fitting, N·m, as a caution only: the maker's figure comes first. By thread diameter, dry, in
 * steel; general engineering tables (VDI 2230, class 8.8 halved for sealing joints). Flares by the tube they close: FAA AC
 * 43.13-1B, table 9-2 (1/4 in tube 40 to 65 in-lb in aluminium, 135 to 150 in steel; 3/8 in 75 to 125 and 270 to 300).
 */
export const usualTorque: readonly { size: string; steel: readonly [number, number]; aluminium: readonly [number, number] }[] =
  [
    { size: 'M5', steel: [4, 6], aluminium: [2.5, 4] },
    { size: 'M6', steel: [8, 10], aluminium: [5, 7] },
    { size: 'M8', steel: [18, 24], aluminium: [10, 15] },
    { size: 'M10', steel: [35, 47], aluminium: [20, 28] },
    { size: 'M12 drain plug', steel: [25, 35], aluminium: [15, 22] },
    { size: 'M14 to M18 drain plug', steel: [35, 50], aluminium: [20, 30] },
    { size: '7/16-20 flare', steel: [15, 17], aluminium: [4.5, 7.3] },
    { size: '9/16-18 flare', steel: [30, 34], aluminium: [8.5, 14] },
  ]
