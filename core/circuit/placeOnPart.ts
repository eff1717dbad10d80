import type { PartShape } from './boundary'

export interface MapPlace {
  x: number
  y: number
}
/** The two ends of a leak on the map. */
interface MapSpan {
  x1: number
  y1: number
  x2: number
  y2: number
}

const MAP = { width: 1000, height: 360 }
const clamp = (value: number, most: number) => Math.min(most, Math.max(0, value))

/** The place on a part that is nearest to one on the map: on a line's own line, anywhere about a point. */
export function nearestOnPart(shape: PartShape, { x, y }: MapPlace): MapPlace {
  if (shape.at === 'point') return { x: clamp(x, MAP.width), y: clamp(y, MAP.height) }
  const dx = shape.x2 - shape.x1,
    dy = shape.y2 - shape.y1
  const share = clamp(((x - shape.x1) * dx + (y - shape.y1) * dy) / (dx * dx + dy * dy || 1), 1)
  return { x: shape.x1 + share * dx, y: shape.y1 + share * dy }
}

/** A stretch of a part between two shares of its length, 0 to 1; about a point it is 40 map units long. */
export function spanOfPart(shape: PartShape, from: number, to: number): MapSpan {
  const along = (share: number) =>
    shape.at === 'line'
      ? { x: shape.x1 + (shape.x2 - shape.x1) * share, y: shape.y1 + (shape.y2 - shape.y1) * share }
      : nearestOnPart(shape, { x: shape.x + (share - 0.5) * 40, y: shape.y })
  const a = along(from),
    b = along(to)
  return { x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}

/** A stretch moved along its part by a distance on the map; it stops at the part's ends. */
export function slideOnPart(shape: PartShape, span: MapSpan, by: number): MapSpan {
  const length = shape.at === 'line' ? Math.hypot(shape.x2 - shape.x1, shape.y2 - shape.y1) || 1 : 1
  const dx = shape.at === 'line' ? ((shape.x2 - shape.x1) / length) * by : by
  const dy = shape.at === 'line' ? ((shape.y2 - shape.y1) / length) * by : 0
  const a = nearestOnPart(shape, { x: span.x1 + dx, y: span.y1 + dy }),
    b = nearestOnPart(shape, { x: span.x2 + dx, y: span.y2 + dy })
  return { x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}
