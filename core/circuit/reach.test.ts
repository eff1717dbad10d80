import type { TiedPart } from './circuit'
import { circuitFaults } from './circuitFaults'
import { proposedClosures, proposedFeed } from './proposedClosures'
import { holdingLinks, linksToShut, reach, type TestSetup } from './reach'
import { tankKind, tankKinds } from './tankKinds'

const van = tankKind('moulded')
const parts: TiedPart[] = van.parts.map(part => ({ ...part, id: part.key }))
/** Closed as usual, but for what a test says. */
const on = ({ closures = {}, ...change }: Partial<TestSetup>, feed: string | null = null) =>
  reach(van.circuit, parts, {
    links: { vent: 'shut' },
    pressure: 3000,
    ...change,
    closures: { ...proposedClosures(parts, feed), ...closures },
  })

describe('a vapour system fed at its service port', () => {
  const seen = on({ closures: { 'service-port': 'rig' } })
  test('reaches canister and tank, and not the neck, because the inlet check valve faces it', () => {
    expect(seen.reached).toEqual(expect.arrayContaining(['canister', 'pump-ring', 'strap', 'purge-valve', 'sensor']))
    for (const partId of ['cap', 'neck', 'filler-vent'])
      expect(seen.unreached).toContainEqual({ partId, why: 'valve', linkId: 'inlet', how: 'against its way' })
    expect(seen.unreached).toContainEqual({ partId: 'service-port', why: 'closed', closure: 'rig' })
    expect(seen.escapes).toEqual([])
  })
  test('fed at the cap it reaches the neck and, less the cracking pressure, all behind it', () => {
    const cap = on({ closures: { cap: 'rig' } })
    expect(cap.reached).toEqual(expect.arrayContaining(['neck', 'filler-vent', 'canister', 'purge-hose']))
    expect(cap.spaces.get('neck')).toBe(3000)
    expect(cap.spaces.get('canister')).toBe(2850)
    expect(on({ closures: { cap: 'rig' }, pressure: 100 }).unreached).toContainEqual({
      partId: 'canister',
      why: 'valve',
      linkId: 'inlet',
      how: 'below its cracking pressure',
    })
  })
  test('under vacuum the flow runs the other way and the neck is reached', () => {
    expect(on({ closures: { 'service-port': 'rig' }, pressure: -2500 }).reached).toContain('neck')
    expect(on({ closures: { cap: 'rig' }, pressure: -2500 }).reached).not.toContain('canister')
  })
  test('a switched valve lets it out, a pinch keeps it from what is behind', () => {
    expect(on({ closures: { 'service-port': 'rig' }, links: {} }).escapes).toEqual(['fresh'])
    expect(on({ closures: { 'service-port': 'rig' }, links: { vent: 'shut', purge: 'open' } }).escapes).toEqual(['intake'])
    const pinched = on({ closures: { 'service-port': 'rig' }, links: { 'vent': 'shut', 'purge-joint': 'shut' } })
    expect(pinched.reached).toEqual(['purge-hose', 'purge-valve'])
    expect(pinched.unreached).toContainEqual({ partId: 'canister', why: 'valve', linkId: 'purge-joint', how: 'shut' })
    const lifted = on({ closures: { cap: 'rig' }, links: { 'vent': 'shut', 'rollover': 'shut', 'fill-limit': 'shut' } })
    expect(lifted.unreached.find(each => each.partId === 'canister')).toMatchObject({ why: 'valve', how: 'shut' })
  })
  test('an opening left open lets it out, a plug keeps its own part out', () => {
    expect(on({ closures: { 'pump-ring': 'open' } }, 'service-port').escapes).toEqual(['pump-ring'])
    expect(on({ closures: { 'pump-ring': 'plug' } }, 'service-port').unreached).toContainEqual({
      partId: 'pump-ring',
      why: 'closed',
      closure: 'plug',
    })
  })
})

describe('nothing is under test by default', () => {
  test('where nobody said where air goes in, nothing is', () => {
    const seen = on({})
    expect(seen.fed).toEqual([])
    expect(seen.reached).toEqual([])
    expect(seen.unreached).toContainEqual({ partId: 'strap', why: 'no feed' })
  })
  test('an opening that nobody answered is not, though pressure gets there', () => {
    const { cap: _, ...others } = proposedClosures(parts, 'cap')
    const answered = (closures: TestSetup['closures']) =>
      reach(van.circuit, parts, { closures, links: { vent: 'shut' }, pressure: 3000 })
    expect(answered({ ...others, 'service-port': 'fed' }).unreached).toContainEqual({ partId: 'cap', why: 'unanswered' })
    expect(answered({ 'service-port': 'fed' }).reached).not.toContain('pump-ring')
    expect(answered({ 'service-port': 'fed' }).reached).toContain('strap')
    expect(answered({}).reached).toEqual([])
  })
  test('an end that is capped or fed keeps its part in, the rig in its place does not', () => {
    expect(on({ closures: { 'service-port': 'fed' } }).reached).toContain('service-port')
    expect(on({ closures: { 'service-port': 'rig' } }).reached).not.toContain('service-port')
    expect(on({ closures: { return: 'capped' } }, 'service-port').reached).toContain('return')
    for (const closure of ['plug', 'plate', 'tape', 'pinch'] as const)
      expect(on({ closures: { return: closure } }, 'service-port').unreached).toContainEqual({
        partId: 'return',
        why: 'closed',
        closure,
      })
  })
  test('a feed that is no opening feeds nothing', () => expect(on({ closures: { strap: 'fed' } }).fed).toEqual([]))
})

describe('how openings are usually closed', () => {
  test.each(tankKinds.map(kind => kind.key))(
    '%s: each is answered, exactly one feeds, and all that it reaches stays in',
    key => {
      const kind = tankKind(key)
      const drawn = kind.parts.map(part => ({ ...part, id: part.key }))
      const closures = proposedClosures(drawn)
      expect(Object.keys(closures).sort()).toEqual(
        drawn
          .filter(part => part.opening)
          .map(part => part.id)
          .sort(),
      )
      expect(Object.values(closures).filter(closure => closure === 'fed')).toHaveLength(1)
      const seen = reach(kind.circuit, drawn, { closures, links: holdingLinks(kind.circuit), pressure: kind.workingPressure })
      expect(seen.escapes).toEqual([])
      expect(seen.unreached.filter(each => each.why !== 'valve')).toEqual([])
    },
  )
  test('what closes itself keeps its own closure, what ends is capped', () => {
    expect(proposedClosures(parts, 'cap')).toMatchObject({
      'cap': 'fed',
      'pump-ring': 'own',
      'return': 'capped',
      'service-port': 'capped',
    })
    expect(proposedFeed([])).toBeNull()
    expect(proposedFeed([{ id: 'x', name: 'X', family: 'sender', opening: true, space: 'tank' }])).toBe('x')
  })
})

test('what must be shut for a hold, and how one usually shuts it', () => {
  expect(linksToShut(van.circuit).map(link => link.id)).toEqual(['vent'])
  expect(holdingLinks(van.circuit)).toEqual({ vent: 'shut' })
  expect(on({ links: holdingLinks(van.circuit) }, 'service-port').escapes).toEqual([])
})

test('a part tied to nothing is reached by no test', () => {
  const loose = { id: 'loose', name: 'Loose', family: 'fitting', opening: false, space: null } as const
  const gone = { id: 'gone', name: 'Gone', family: 'fitting', opening: true, space: 'nowhere' } as const
  const seen = reach(van.circuit, [...parts, loose, gone], { closures: { gone: 'rig' }, links: {}, pressure: 3000 })
  expect(seen.unreached).toEqual(expect.arrayContaining([{ partId: 'loose', why: 'untied' }]))
  expect(seen.reached).toEqual([])
  expect(circuitFaults(van.circuit, [loose]).map(fault => fault.sentence)).toEqual([
    expect.stringContaining('Loose is tied to nothing'),
  ])
  expect(circuitFaults(van.circuit, [gone])[0]).toMatchObject({ about: 'gone', fatal: true })
})

test('faults of a drawn circuit: rings of check valves, ends that are not there, lines joined to nothing', () => {
  const space = (id: string, kind: 'tank' | 'line' = 'line') => ({ id, name: id.toUpperCase(), kind, carries: null, path: [] })
  const check = (id: string, from: string, to: string) => ({
    id,
    name: id,
    kind: 'check' as const,
    from,
    to,
    normally: 'open' as const,
    cracking: 0,
    pinch: false,
    at: { x: 0, y: 0 },
  })
  const ring = {
    spaces: [space('a', 'tank'), space('b'), space('c')],
    links: [check('one', 'a', 'b'), check('two', 'b', 'c'), check('three', 'c', 'a')],
  }
  const faults = circuitFaults(ring, [])
  expect(faults).toHaveLength(1)
  expect(faults[0]!.sentence).toContain('in a ring')
  expect(
    reach(
      ring,
      [
        { id: 'cap', name: 'Cap', family: 'cap', opening: true, space: 'a' },
        { id: 'p', name: 'P', family: 'hose', opening: false, space: 'c' },
      ],
      { closures: { cap: 'rig' }, links: {}, pressure: 1000 },
    ).reached,
  ).toEqual(['p'])
  expect(circuitFaults({ spaces: [space('a', 'tank'), space('b')], links: [] }, []).map(fault => fault.about)).toEqual([
    'a',
    'b',
  ])
  expect(
    circuitFaults({ spaces: [space('a', 'tank')], links: [check('x', 'a', 'q'), check('y', 'a', 'a')] }, []).filter(
      fault => fault.fatal,
    ),
  ).toHaveLength(2)
  expect(circuitFaults({ spaces: [], links: [] }, [])[0]!.sentence).toContain('no tank')
  expect(circuitFaults({ spaces: [space('a', 'tank'), space('a', 'tank')], links: [] }, [])[0]!.fatal).toBe(true)
})

test('every kind of tank has a sound circuit in which a hold reaches most parts and nothing escapes', () => {
  for (const kind of tankKinds) {
    const own = kind.parts.map(part => ({ ...part, id: part.key }))
    expect(circuitFaults(kind.circuit, own)).toEqual([])
    for (const part of kind.parts) if (part.link) expect(kind.circuit.links.map(link => link.id)).toContain(part.link)
    const seen = reach(kind.circuit, own, {
      closures: proposedClosures(own),
      links: holdingLinks(kind.circuit),
      pressure: kind.workingPressure,
    })
    expect(seen.escapes).toEqual([])
    expect(seen.reached.length).toBeGreaterThan(own.length * 0.8)
  }
})

test('a space that is reached two ways has the pressure of the way that loses least, whichever is found first', () => {
  const link = (id: string, from: string, to: string, cracking = 0) => ({
    id,
    name: id,
    from,
    to,
    ...(cracking > 0 ? { kind: 'check' as const, cracking } : { kind: 'open' as const }),
  })
  const space = (id: string) => ({ id, name: id, kind: 'space' as const })
  const filler = { id: 'f', key: 'f', name: 'F', family: 'cap', opening: true, space: 'a', link: null, trait: null }
  const through = (links: unknown[]) =>
    reach({ spaces: ['a', 'b', 'c', 'd'].map(space), links } as never, [{ ...filler } as never], {
      closures: { f: 'rig' },
      links: {},
      pressure: 3000,
    } as never).spaces
  // By way of c nothing is lost; straight through the check valve 400 Pa are, and what lies behind has what is left.
  const links = [link('straight', 'a', 'b', 400), link('one', 'a', 'c'), link('two', 'c', 'b'), link('on', 'b', 'd')]
  for (const order of [links, [...links].reverse()]) {
    expect(through(order).get('b')).toBe(3000)
    expect(through(order).get('d')).toBe(3000)
  }
})
