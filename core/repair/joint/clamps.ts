/** How a clamp closes. */
type ClampKind = 'worm drive' | 'band' | 'ear'

/** A size of clamp with the range it closes over, m. Ranges as sold by the trade (DIN 3017 for worm drive and band). */
interface ClampSize {
  kind: ClampKind
  from: number
  to: number
}

const sizes = (kind: ClampKind, ...ranges: [number, number][]): ClampSize[] =>
  ranges.map(([from, to]) => ({ kind, from: from / 1000, to: to / 1000 }))

export const clampSizes: readonly ClampSize[] = [
  ...sizes(
    'worm drive',
    [8, 12],
    [8, 16],
    [10, 16],
    [12, 22],
    [16, 27],
    [20, 32],
    [25, 40],
    [32, 50],
    [40, 60],
    [50, 70],
    [60, 80],
  ),
  ...sizes(
    'band',
    [7, 9],
    [8, 10],
    [9, 11],
    [10, 12],
    [11, 13],
    [12, 14],
    [13, 15],
    [14, 16],
    [15, 17],
    [16, 18],
    [17, 19],
    [18, 20],
    [20, 22],
    [46, 51],
    [51, 56],
    [56, 61],
  ),
  ...sizes('ear', [9.4, 11.9], [11.3, 14], [12.9, 15.7], [14.5, 17.3], [16.2, 18.9], [18, 20.6]),
]

/**
 * Outside diameter of a hose once it is pushed on: its wall keeps its section, so the square grows with the spigot's (rubber
 * hardly changes volume).
 * @param inside of the hose, m @param outside of the hose, m @param spigot outside diameter of what it goes on, m
 * @throws RangeError when the hose has no wall or would not go on
 */
export function hoseWhenOn(inside: number, outside: number, spigot: number): number {
  if (!(inside > 0 && outside > inside)) throw new RangeError('The outside of a hose is larger than its inside.')
  if (spigot > 1.35 * inside) throw new RangeError('This hose will not go on so large a spigot. Take the next size.')
  return Math.sqrt(outside ** 2 - inside ** 2 + Math.max(spigot, inside) ** 2)
}

type ClampFit = 'middle third' | 'closes' | 'too small' | 'too large'

/** Where in a clamp's range a diameter lies: in the middle third it closes evenly and has some to go. */
export function clampFit(clamp: ClampSize, diameter: number): ClampFit {
  if (diameter > clamp.to) return 'too small'
  if (diameter < clamp.from) return 'too large'
  const third = (clamp.to - clamp.from) / 3
  return diameter >= clamp.from + third && diameter <= clamp.to - third ? 'middle third' : 'closes'
}

/**
 * Pressure above which a worm drive cuts rather than seals, Pa: general practice puts even-pressure bands on anything a pump
 * feeds.
 */
const BAND_ABOVE = 50_000

interface ClampAdvice {
  kind: ClampKind
  why: string
}

/** Which kind to take. @param pressure Pa in the hose at work */
export function clampAdvice(pressure: number, hose: { soft: boolean; outside: number }): ClampAdvice {
  if (pressure > BAND_ABOVE)
    return {
      kind: 'band',
      why: 'a pump feeds it: a band presses evenly all round, a worm drive cuts into the hose and leaks at its screw',
    }
  if (hose.soft) return { kind: 'band', why: 'soft hose is cut by the slots of a worm drive' }
  return hose.outside > 0.03
    ? { kind: 'worm drive', why: 'large and without pressure: one worm drive, never two side by side' }
    : { kind: 'worm drive', why: 'without pressure one worm drive will do; a band is better' }
}

/** Clamps that fit a diameter, those in the middle third first, the narrower range first. */
export const clampsFor = (diameter: number, kind?: ClampKind): { clamp: ClampSize; fit: ClampFit }[] =>
  clampSizes
    .filter(clamp => kind === undefined || clamp.kind === kind)
    .map(clamp => ({ clamp, fit: clampFit(clamp, diameter) }))
    .filter(each => each.fit === 'middle third' || each.fit === 'closes')
    .sort(
      (a, b) =>
        Number(b.fit === 'middle third') - Number(a.fit === 'middle third') ||
        a.clamp.to - a.clamp.from - (b.clamp.to - b.clamp.from),
    )
