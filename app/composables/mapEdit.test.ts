import type { JobView, PartView } from '#shared/views'
import { circuitSchema } from '#shared/schemas/circuit'
import {
  addLine,
  addPart,
  addValve,
  handlesOnMap,
  mapEditOf,
  moveOnMap,
  onSheet,
  reorderPart,
  takeLink,
  takePart,
  takeSpace,
  withTheirParts,
  type MapDraft,
} from './mapEdit'

const part = (name: string, over: Partial<MapDraft['parts'][number]> = {}): MapDraft['parts'][number] => ({
  id: `00000000-0000-4000-8000-00000000000${name.length}`,
  name,
  family: 'fitting',
  shape: { at: 'point', x: 100, y: 50 },
  opening: false,
  space: 'tank',
  link: null,
  trait: null,
  ...over,
})
const map = (): MapDraft => ({
  says: null,
  revision: 4,
  spaces: [
    { id: 'tank', name: 'Tank', kind: 'tank', carries: null, path: [] },
    {
      id: 'vent',
      name: 'Vent',
      kind: 'line',
      carries: 'vent',
      path: [
        { x: 10, y: 20 },
        { x: 300, y: 40 },
      ],
    },
  ],
  links: [
    {
      id: 'elbow',
      name: 'Elbow',
      kind: 'check',
      from: 'tank',
      to: 'vent',
      normally: 'open',
      cracking: 0,
      pinch: true,
      at: { x: 990, y: 355 },
    },
  ],
  parts: [
    part('A'),
    part('Bb', { shape: { at: 'line', x1: 0, y1: 10, x2: 200, y2: 350 } }),
    part('Ccc', { space: 'vent', link: 'elbow' }),
  ],
})
const [a, b, c] = map().parts.map(each => each.id) as [string, string, string]

describe('a map that is changed', () => {
  it('is a copy of the job’s, without what was taken off', () => {
    const { spaces, links, parts } = map()
    const views = parts.map((each, position) => ({ ...each, position, removedAt: null }) as PartView)
    const job = { revision: 4, circuit: { spaces, links }, parts: [...views, { ...views[0]!, id: 'gone', removedAt: 'then' }] }
    const copy = mapEditOf(job as unknown as JobView)
    expect(copy).toEqual(map())
    copy.parts[0]!.name = 'changed'
    copy.spaces[1]!.path[0]!.x = 999
    expect(views[0]!.name).toBe('A')
    expect(spaces[1]!.path[0]!.x).toBe(10)
  })

  it('keeps what is moved on the sheet, in whole units', () => {
    expect(onSheet(-3, 360.4)).toEqual({ x: 0, y: 360 })
    expect(onSheet(1000.6, -0.2)).toEqual({ x: 1000, y: 0 })
    const edit = map()
    moveOnMap(edit, { of: 'link', id: 'elbow' }, 20, 20, null)
    expect(edit.links[0]!.at).toEqual({ x: 1000, y: 360 })
    moveOnMap(edit, { of: 'part', id: a }, -5, 7, null)
    expect(edit.parts[0]!.shape).toEqual({ at: 'point', x: 95, y: 57 })
  })

  it('moves one end of a line, or both', () => {
    const ends = (bend: number | null) => {
      const edit = map()
      moveOnMap(edit, { of: 'part', id: b }, 5, 5, bend)
      return edit.parts[1]!.shape
    }
    expect(ends(0)).toEqual({ at: 'line', x1: 5, y1: 15, x2: 200, y2: 350 })
    expect(ends(1)).toEqual({ at: 'line', x1: 0, y1: 10, x2: 205, y2: 355 })
    expect(ends(null)).toEqual({ at: 'line', x1: 5, y1: 15, x2: 205, y2: 355 })
  })

  it('moves one bend of a hose, or the whole', () => {
    const edit = map()
    moveOnMap(edit, { of: 'space', id: 'vent' }, 1, 2, 1)
    expect(edit.spaces[1]!.path).toEqual([
      { x: 10, y: 20 },
      { x: 301, y: 42 },
    ])
    moveOnMap(edit, { of: 'space', id: 'vent' }, 1, 2, null)
    expect(edit.spaces[1]!.path[0]).toEqual({ x: 11, y: 22 })
  })

  it('leaves all as it is when what is picked is gone', () => {
    for (const kind of ['part', 'space', 'link'] as const) {
      const edit = map()
      moveOnMap(edit, { of: kind, id: 'gone' }, 9, 9, null)
      expect(edit).toEqual(map())
      expect(handlesOnMap(edit, { of: kind, id: 'gone' })).toEqual([])
    }
  })

  it('offers a handle for each point that can be dragged', () => {
    expect(handlesOnMap(map(), null)).toEqual([])
    expect(handlesOnMap(map(), { of: 'part', id: a })).toEqual([{ x: 100, y: 50, bend: null }])
    expect(handlesOnMap(map(), { of: 'part', id: b })).toEqual([
      { x: 0, y: 10, bend: 0 },
      { x: 200, y: 350, bend: 1 },
    ])
    expect(handlesOnMap(map(), { of: 'link', id: 'elbow' })).toEqual([{ x: 990, y: 355, bend: null }])
    expect(handlesOnMap(map(), { of: 'space', id: 'vent' }).map(handle => handle.bend)).toEqual([0, 1])
  })

  it('is still a map that can be saved after something was added', () => {
    const edit = map()
    addPart(edit, '00000000-0000-4000-8000-0000000000aa')
    addLine(edit, 'line-1', 'joint-1')
    addValve(edit, 'valve-1')
    const said = { ...edit, says: 'changed now' as const, whyOff: '' }
    expect(circuitSchema.validateSync(said)).toEqual(said)
    expect(edit.parts.at(-1)!.name).toBe('Fitting 4')
    expect(edit.links.at(-2)).toMatchObject({ from: 'tank', to: 'line-1', kind: 'passage', name: 'Joint of line 2' })
    expect(edit.links.at(-1)).toMatchObject({ from: 'tank', to: 'vent', kind: 'tap', name: 'Valve 3' })
  })

  it('puts a first valve on the tank itself when there is no line', () => {
    const edit = { ...map(), spaces: map().spaces.slice(0, 1) }
    addValve(edit, 'valve-1')
    expect(edit.links.at(-1)).toMatchObject({ from: 'tank', to: 'tank' })
  })

  it('takes a line off with its joints, and unties its parts', () => {
    const edit = map()
    takeSpace(edit, 'vent')
    expect(edit.spaces.map(space => space.id)).toEqual(['tank'])
    expect(edit.links).toEqual([])
    expect(edit.parts.map(({ space, link }) => [space, link])).toEqual([
      ['tank', null],
      ['tank', null],
      [null, null],
    ])
  })

  it('takes a valve off and leaves the line', () => {
    const edit = map()
    takeLink(edit, 'elbow')
    expect(edit.parts[2]).toMatchObject({ space: 'vent', link: null })
    takePart(edit, c)
    expect(edit.parts.map(each => each.name)).toEqual(['A', 'Bb'])
  })

  it('moves a part along the route, never off its ends', () => {
    const names = (from: number, by: number) => {
      const edit = map()
      reorderPart(edit, from, by)
      return edit.parts.map(each => each.name).join(' ')
    }
    expect(names(0, 1)).toBe('Bb A Ccc')
    expect(names(2, -1)).toBe('A Ccc Bb')
    expect(names(0, -1)).toBe('A Bb Ccc')
    expect(names(2, 1)).toBe('A Bb Ccc')
  })

  it('keeps mine and adds what they added, untied where this map lacks the line', () => {
    const mine = map()
    takeSpace(mine, 'vent')
    takePart(mine, a)
    const theirs = map()
    theirs.revision = 5
    theirs.parts[1]!.name = 'renamed by them'
    theirs.parts.push(part('Dddd', { space: 'vent', link: 'elbow' }), part('Eeeee'))
    const merged = withTheirParts(mine, theirs, new Set([a, b, c]))
    expect(merged.revision).toBe(5)
    expect(merged.parts.map(({ name, space, link }) => [name, space, link])).toEqual([
      ['Bb', 'tank', null],
      ['Ccc', null, null],
      ['Dddd', null, null],
      ['Eeeee', 'tank', null],
    ])
  })
})
