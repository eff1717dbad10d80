import type { Point } from '../picture'

/** Segments of a digit: top, upper right, lower right, bottom, lower left, upper left, middle. */
export const segments = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const
type Segment = (typeof segments)[number]

/** Where the middle of each segment lies in its cell, from its upper left corner, as shares of the cell. */
export const segmentPlaces: Record<Segment, Point> = {
  a: { x: 0.46, y: 0.1 },
  b: { x: 0.74, y: 0.3 },
  c: { x: 0.74, y: 0.7 },
  d: { x: 0.46, y: 0.9 },
  e: { x: 0.18, y: 0.7 },
  f: { x: 0.18, y: 0.3 },
  g: { x: 0.46, y: 0.5 },
}
/** Places of a cell where nothing is ever lit. */
export const darkPlaces: readonly Point[] = [
  { x: 0.46, y: 0.3 },
  { x: 0.46, y: 0.7 },
]
/** The point stands at the right foot of its cell. */
export const pointPlace: Point = { x: 0.92, y: 0.91 }

/** Which segments a sign lights; nothing lit is a blank. Some makes give 6, 7 and 9 a bar more or less. */
export const signsOfSegments: ReadonlyMap<string, string> = new Map([
  ['abcdef', '0'],
  ['bc', '1'],
  ['abdeg', '2'],
  ['abcdg', '3'],
  ['bcfg', '4'],
  ['acdfg', '5'],
  ['acdefg', '6'],
  ['cdefg', '6'],
  ['abc', '7'],
  ['abcf', '7'],
  ['abcdefg', '8'],
  ['abcdfg', '9'],
  ['abcfg', '9'],
  ['g', '-'],
  ['', ' '],
])
