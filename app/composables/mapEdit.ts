import type { PartShape } from '#core/circuit/boundary'
import type { UsualPart } from '#core/circuit/usualParts'
import type { CircuitEdit, MapChange } from '#shared/schemas/circuit'
import { liveParts } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/** A map that is being changed; what the change says is asked for before it is saved. */
export type MapDraft = Omit<CircuitEdit, 'says' | 'whyOff'> & { says: MapChange | null; whyOff?: string }

/** What is picked on the map while it is changed. */
export type MapPick = { of: 'part' | 'space' | 'link'; id: string }
/** A point of what is picked that can be dragged; `bend` tells which of several, null where it is the only one. */
export type MapHandle = { x: number; y: number; bend: number | null }
type Place = { x: number; y: number }

/** The sheet that a map is drawn on, in its own units. */
const WIDTH = 1000
const HEIGHT = 360

const within = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)))
/** A place on the map, brought back to its edge when it lies beyond. */
export const onSheet = (x: number, y: number): Place => ({ x: within(x, WIDTH), y: within(y, HEIGHT) })
const shifted = (at: Place, dx: number, dy: number): Place => onSheet(at.x + dx, at.y + dy)

/** A copy of a job's map that can be changed without the job. */
export function mapEditOf(job: Pick<JobView, 'revision' | 'circuit' | 'parts'>): MapDraft {
  const parts = liveParts(job).map(({ id, name, family, shape, opening, space, link, trait }) => ({
    id,
    name,
    family,
    shape,
    opening,
    space,
    link,
    trait,
  }))
  const { spaces, links } = job.circuit
  return JSON.parse(JSON.stringify({ says: null, revision: job.revision, spaces, links, parts })) as MapDraft
}

function movedShape(shape: PartShape, dx: number, dy: number, bend: number | null): PartShape {
  if (shape.at === 'point') return { at: 'point', ...shifted(shape, dx, dy) }
  const a = bend === 1 ? { x: shape.x1, y: shape.y1 } : shifted({ x: shape.x1, y: shape.y1 }, dx, dy)
  const b = bend === 0 ? { x: shape.x2, y: shape.y2 } : shifted({ x: shape.x2, y: shape.y2 }, dx, dy)
  return { at: 'line', x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}

/** Moves what is picked by so much on the map; of a line one bend when it is named. */
export function moveOnMap(map: MapDraft, picked: MapPick, dx: number, dy: number, bend: number | null): void {
  if (picked.of === 'part') {
    const part = map.parts.find(each => each.id === picked.id)
    if (part) part.shape = movedShape(part.shape, dx, dy, bend)
  } else if (picked.of === 'link') {
    const link = map.links.find(each => each.id === picked.id)
    if (link) link.at = shifted(link.at, dx, dy)
  } else {
    const space = map.spaces.find(each => each.id === picked.id)
    if (space) space.path = space.path.map((at, k) => (bend === null || bend === k ? shifted(at, dx, dy) : at))
  }
}

/** The points of what is picked that can be dragged. */
export function handlesOnMap(map: MapDraft, picked: MapPick | null): MapHandle[] {
  if (picked?.of === 'part') {
    const shape = map.parts.find(each => each.id === picked.id)?.shape
    if (!shape) return []
    return shape.at === 'point'
      ? [{ x: shape.x, y: shape.y, bend: null }]
      : [
          { x: shape.x1, y: shape.y1, bend: 0 },
          { x: shape.x2, y: shape.y2, bend: 1 },
        ]
  }
  if (picked?.of === 'link') {
    const at = map.links.find(each => each.id === picked.id)?.at
    return at ? [{ x: at.x, y: at.y, bend: null }] : []
  }
  const path = map.spaces.find(each => each.id === picked?.id)?.path ?? []
  return path.map(({ x, y }, bend) => ({ x, y, bend }))
}

/** A new part in the middle of the tank, at the end of the route. */
export function addPart(map: MapDraft, id: string): void {
  map.parts.push({
    id,
    name: `Fitting ${map.parts.length + 1}`,
    family: 'fitting',
    shape: { at: 'point', x: WIDTH / 2, y: HEIGHT / 2 },
    opening: false,
    space: 'tank',
    link: null,
    trait: null,
  })
}

/** Rows of the sheet where parts of a kind mostly sit. */
const ROWS = { top: 100, side: 200, bottom: 312 } as const

/** A part that is usual on such tanks, under a name of its own, where there is room in its row. */
export function addUsualPart(map: MapDraft, id: string, usual: UsualPart): void {
  const same = map.parts.filter(part => part.name.startsWith(usual.name)).length
  const y = ROWS[usual.sits]
  const taken = map.parts.flatMap(({ shape }) => (shape.at === 'point' && Math.abs(shape.y - y) < 60 ? [shape.x] : []))
  const room = (x: number) => Math.min(...taken.map(each => Math.abs(each - x)), WIDTH)
  const x = [480, 400, 560, 320, 640, 240, 720].sort((a, b) => room(b) - room(a))[0]!
  map.parts.push({
    id,
    name: same > 0 ? `${usual.name} ${same + 1}` : usual.name,
    family: usual.family,
    shape: usual.sits === 'side' ? { at: 'line', x1: x, y1: y - 60, x2: x, y2: y + 60 } : { at: 'point', x, y },
    opening: usual.opening,
    space: map.spaces.find(space => space.kind === 'tank')?.id ?? null,
    link: null,
    trait: null,
  })
}

/** A new line from the top of the tank, with the joint that it hangs on. */
export function addLine(map: MapDraft, id: string, jointId: string): void {
  const number = map.spaces.length
  map.spaces.push({
    id,
    name: `Line ${number}`,
    kind: 'line',
    carries: 'feed',
    path: [
      { x: 500, y: 60 },
      { x: 640, y: 30 },
    ],
  })
  map.links.push({
    id: jointId,
    name: `Joint of line ${number}`,
    kind: 'passage',
    from: 'tank',
    to: id,
    normally: 'open',
    cracking: 0,
    pinch: true,
    at: { x: 500, y: 76 },
  })
}

/** A new hand tap between the tank and the first line. */
export function addValve(map: MapDraft, id: string): void {
  const first = map.spaces[0]!
  map.links.push({
    id,
    name: `Valve ${map.links.length + 1}`,
    kind: 'tap',
    from: first.id,
    to: (map.spaces.find(space => space.kind !== 'tank') ?? first).id,
    normally: 'open',
    cracking: 0,
    pinch: false,
    at: { x: 560, y: 60 },
  })
}

export function takePart(map: MapDraft, id: string): void {
  map.parts = map.parts.filter(part => part.id !== id)
}

/** Takes a line off with all that hangs on it; its parts are tied to nothing until somebody says otherwise. */
export function takeSpace(map: MapDraft, id: string): void {
  map.spaces = map.spaces.filter(space => space.id !== id)
  for (const part of map.parts) if (part.space === id) part.space = null
  for (const link of map.links.filter(each => each.from === id || each.to === id)) takeLink(map, link.id)
}

export function takeLink(map: MapDraft, id: string): void {
  map.links = map.links.filter(link => link.id !== id)
  for (const part of map.parts) if (part.link === id) part.link = null
}

/** Moves a part by so many places on the route; off either end it stays where it is. */
export function reorderPart(map: MapDraft, from: number, by: number): void {
  const to = from + by
  if (to < 0 || to >= map.parts.length) return
  const [part] = map.parts.splice(from, 1)
  map.parts.splice(to, 0, part!)
}

/**
 * A map that was changed here while somebody else saved theirs: all stays as drawn here, and the parts that they added since the
 * editing began come at its end.
 * @param begunWith ids of the parts that there were when the editing began
 */
export function withTheirParts(mine: MapDraft, theirs: MapDraft, begunWith: ReadonlySet<string>): MapDraft {
  const spaces = new Set(mine.spaces.map(space => space.id))
  const added = theirs.parts
    .filter(part => !begunWith.has(part.id) && !mine.parts.some(own => own.id === part.id))
    .map(part => ({ ...part, space: part.space !== null && spaces.has(part.space) ? part.space : null, link: null }))
  return { ...mine, revision: theirs.revision, parts: [...mine.parts, ...added] }
}
