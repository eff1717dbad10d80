import { ellipseThrough } from '#core/seeing/dial/ellipse'
import { dialPlane } from '#core/seeing/dial/dialPlane'
import type { SeenInstrument } from '#core/seeing/frames/frames'
import { WATER_DENSITY } from '#core/quantity/waterDensity'
import type { InstrumentSight, Place, SightKind } from '#shared/schemas/sight'

/** A point of a sight that a finger puts in its place. */
export interface SightHandle {
  key: string
  /** what it stands on */
  says: string
  at: Place
}
type Limb = Extract<InstrumentSight, { kind: 'column' }>['limbs'][number]
type Mark = Place & { value: number }

/** The same in a picture of a width, px. */
export function inPixels(sight: InstrumentSight, width: number): SeenInstrument {
  const px = ({ x, y }: Place) => ({ x: x * width, y: y * width })
  const marked = (marks: readonly Mark[]) => marks.map(mark => ({ ...px(mark), value: mark.value }))
  switch (sight.kind) {
    case 'dial':
      return {
        kind: 'dial',
        rim: sight.rim.map(px),
        centre: px(sight.centre),
        needle: px(sight.needle),
        marks: marked(sight.marks),
      }
    case 'column':
      return {
        kind: 'column',
        density: sight.density,
        limbs: sight.limbs.map(({ foot, top, side, marks }) => ({
          foot: px(foot),
          top: px(top),
          side: px(side),
          marks: marked(marks),
        })),
      }
    case 'display':
      return { kind: 'display', corners: sight.corners.map(px), digits: sight.digits, unit: sight.unit }
  }
}

/** A sight as it is before anybody has touched it: in the middle of a picture. @param tall its height as a share of its width */
export function usualSight(kind: SightKind, tall: number, target: number): InstrumentSight {
  const [cx, cy, r] = [0.5, tall / 2, 0.4 * Math.min(1, tall)]
  const on = (turn: number, out: number): Place => ({
    x: cx + r * out * Math.cos(turn * Math.PI),
    y: cy + r * out * Math.sin(turn * Math.PI),
  })
  switch (kind) {
    case 'dial':
      return {
        kind,
        rim: Array.from({ length: 8 }, (_, k) => on(k / 4, 1)),
        centre: { x: cx, y: cy },
        needle: on(0.75, 0.6),
        marks: [
          { ...on(0.75, 0.85), value: 0 },
          { ...on(0.25, 0.85), value: 2 * target },
        ],
      }
    case 'column':
      return { kind, density: WATER_DENSITY, limbs: [usualLimb(0.5, tall)] }
    case 'display':
      return {
        kind,
        digits: 4,
        unit: 'kPa',
        corners: [
          { x: 0.3, y: cy - 0.08 },
          { x: 0.7, y: cy - 0.08 },
          { x: 0.7, y: cy + 0.08 },
          { x: 0.3, y: cy + 0.08 },
        ],
      }
  }
}

export const usualLimb = (x: number, tall: number): Limb => ({
  foot: { x, y: 0.9 * tall },
  top: { x, y: 0.1 * tall },
  side: { x: x + 0.015, y: 0.9 * tall },
  marks: [
    { x: x + 0.05, y: 0.8 * tall, value: 0 },
    { x: x + 0.05, y: 0.2 * tall, value: 0.5 },
  ],
})

const limbName = (k: number, of: number) => (of === 1 ? '' : k === 0 ? 'tank’s limb: ' : 'open limb: ')

/** The points of a sight in the order in which they are put in place. */
export function handlesOf(sight: InstrumentSight): SightHandle[] {
  switch (sight.kind) {
    case 'dial':
      return [
        ...sight.rim.map((at, k) => ({ key: `rim ${k}`, says: 'the rim', at })),
        { key: 'centre', says: 'the centre', at: sight.centre },
        { key: 'needle', says: 'the needle, well out', at: sight.needle },
        ...sight.marks.map((at, k) => ({ key: `mark ${k}`, says: `mark ${k + 1}`, at })),
      ]
    case 'column':
      return sight.limbs.flatMap(({ foot, top, side, marks }, k, { length }) => [
        { key: `limb ${k} foot`, says: `${limbName(k, length)}in the tube, in the liquid`, at: foot },
        { key: `limb ${k} top`, says: `${limbName(k, length)}in the tube, in the air`, at: top },
        { key: `limb ${k} side`, says: `${limbName(k, length)}the bore’s edge, beside the foot`, at: side },
        ...marks.map((at, m) => ({ key: `limb ${k} mark ${m}`, says: `${limbName(k, length)}mark ${m + 1}`, at })),
      ])
    case 'display':
      return sight.corners.map((at, k) => ({
        key: `corner ${k}`,
        says: ['top left', 'top right', 'bottom right', 'bottom left'][k]! + ' of the digits',
        at,
      }))
  }
}

/** The sight with one of its points somewhere else. */
export function withHandle(sight: InstrumentSight, key: string, to: Place): InstrumentSight {
  const put = <T extends Place>(list: readonly T[], k: number) => list.map((each, i) => (i === k ? { ...each, ...to } : each))
  const [what, first, part, second] = key.split(' ')
  const k = Number(first)
  switch (sight.kind) {
    case 'dial':
      if (what === 'rim') return { ...sight, rim: put(sight.rim, k) }
      if (what === 'mark') return { ...sight, marks: put(sight.marks, k) }
      return { ...sight, [what as 'centre' | 'needle']: to }
    case 'column':
      return {
        ...sight,
        limbs: sight.limbs.map((limb, i) => {
          if (i !== k) return limb
          return part === 'mark'
            ? { ...limb, marks: put(limb.marks, Number(second)) }
            : { ...limb, [part as 'foot' | 'top' | 'side']: to }
        }),
      }
    case 'display':
      return { ...sight, corners: put(sight.corners, k) }
  }
}

/** All of it somewhere else and of another size, about the middle of its points. */
export function moved(sight: InstrumentSight, by: Place, times = 1): InstrumentSight {
  const all = handlesOf(sight)
  const mean = (of: (at: Place) => number) => all.reduce((sum, { at }) => sum + of(at), 0) / all.length
  const about = sight.kind === 'dial' ? sight.centre : { x: mean(at => at.x), y: mean(at => at.y) }
  return all.reduce(
    (now, { key, at }) =>
      withHandle(now, key, {
        x: about.x + times * (at.x - about.x) + by.x,
        y: about.y + times * (at.y - about.y) + by.y,
      }),
    sight,
  )
}

/** Lines that show what the points mean: the rim as it is seen, each tube, the row of digits. */
export function guideLines(sight: InstrumentSight): Place[][] {
  switch (sight.kind) {
    case 'dial': {
      const rim = rimLine(sight)
      return rim ? [rim] : []
    }
    case 'column':
      return sight.limbs.map(({ foot, top }) => [foot, top])
    case 'display':
      return [[...sight.corners, sight.corners[0]!]]
  }
}

/** The rim through its points; null where no ellipse goes through them. */
function rimLine({ rim, centre }: Extract<InstrumentSight, { kind: 'dial' }>): Place[] | null {
  try {
    const plane = dialPlane(ellipseThrough(rim), centre)
    return Array.from({ length: 73 }, (_, k) =>
      plane.inPicture({ x: Math.cos((k * Math.PI) / 36), y: Math.sin((k * Math.PI) / 36) }),
    )
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}
