import type { TiedPart } from './circuit'
import { circuitFaults } from './circuitFaults'
import { holdingLinks, linksToShut, reach, type TestSetup } from './reach'
import { tankKind, tankKinds } from './tankKinds'

const van = tankKind('moulded')
const parts: TiedPart[] = van.parts.map(part => ({ ...part, id: part.key }))
const on = (change: Partial<TestSetup>) =>
  reach(van.circuit, parts, { closures: {}, links: { vent: 'shut' }, pressure: 3000, ...change })

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
    expect(on({ closures: { 'pump-ring': 'open' } }).escapes).toEqual(['pump-ring'])
    expect(on({ closures: { 'pump-ring': 'plug' } }).unreached).toContainEqual({
      partId: 'pump-ring',
      why: 'closed',
      closure: 'plug',
    })
  })
})

test('with no rig named the tank itself is taken as fed, and said so', () => {
  expect(on({}).assumedFeed).toBe(true)
  expect(on({}).fed).toEqual(['tank'])
  expect(on({ closures: { cap: 'rig' } }).assumedFeed).toBe(false)
})

test('what must be shut for a hold, and how one usually shuts it', () => {
  expect(linksToShut(van.circuit).map(link => link.id)).toEqual(['vent'])
  expect(holdingLinks(van.circuit)).toEqual({ vent: 'shut' })
  expect(reach(van.circuit, parts, { closures: {}, links: holdingLinks(van.circuit), pressure: 3000 }).escapes).toEqual([])
})

test('a part tied to nothing is reached by no test', () => {
  const loose = { id: 'loose', name: 'Loose', opening: false, space: null }
  const gone = { id: 'gone', name: 'Gone', opening: true, space: 'nowhere' }
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
    reach(ring, [{ id: 'p', name: 'P', opening: false, space: 'c' }], { closures: {}, links: {}, pressure: 1000 }).reached,
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
    const seen = reach(kind.circuit, own, { closures: {}, links: holdingLinks(kind.circuit), pressure: kind.workingPressure })
    expect(seen.escapes).toEqual([])
    expect(seen.reached.length).toBeGreaterThan(own.length * 0.8)
  }
})
