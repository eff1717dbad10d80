import { fixingsOf, partsDisturbedBy, rebuildOrder, reachStages, stillOn, stripOrder, type StripStep } from './fixings'
import { tankKinds, tankKind } from './tankKinds'

const of = (key: string) => {
  const kind = tankKind(key)
  return fixingsOf(
    kind.circuit,
    kind.parts.map(part => ({ ...part, id: part.key })),
    kind.material,
  )
}

/** Walks an order with the tank's height, and says what could not be done when it was its turn. */
function cannotBeDone(steps: readonly StripStep[], building: boolean): string[] {
  const wrong: string[] = []
  let strapsOn = !building
  let height: 'up' | 'low' | 'down' = building ? 'down' : 'up'
  const straps = steps.filter(step => step.kind === 'fixing' && step.fixing.kind === 'strap').length
  let moved = 0
  for (const step of steps) {
    if (step.kind === 'lower') {
      if (building) height = step.to === 'tank down' ? 'low' : 'up'
      else height = step.to === 'tank up' ? 'up' : step.to === 'lowered a little' ? 'low' : 'down'
      if (!building && step.to === 'lowered a little' && straps > 0 && strapsOn) wrong.push('lowered with its straps on')
      continue
    }
    const { fixing } = step
    if (fixing.kind === 'strap') {
      moved++
      if (height !== 'up') wrong.push(`${fixing.name} with the tank ${height}`)
      if (moved === straps) strapsOn = building
      continue
    }
    if (fixing.stage === 'lowered a little' && height !== 'low') wrong.push(`${fixing.name} with the tank ${height}`)
    if (fixing.stage === 'tank up' && height !== 'up') wrong.push(`${fixing.name} with the tank ${height}`)
  }
  return wrong
}

test('the benchmark of refits: for every kind every line, wire, strap and ground is on both lists, in an order in which it can be done', () => {
  const lines: string[] = []
  for (const kind of tankKinds) {
    const fixings = of(kind.key)
    const tanks = kind.circuit.spaces.filter(space => space.kind === 'tank').map(space => space.id)
    const joined = kind.circuit.spaces.filter(
      space =>
        space.kind === 'line' &&
        kind.circuit.links.some(
          link => [link.from, link.to].includes(space.id) && tanks.some(tank => [link.from, link.to].includes(tank)),
        ),
    )
    for (const space of joined) expect(fixings.map(fixing => fixing.key)).toContain(`hose ${space.id}`)
    for (const part of kind.parts.filter(
      each => (each.family === 'sender' && each.name !== 'Float gauge seal') || each.family === 'sensor',
    ))
      expect(fixings.map(fixing => fixing.key)).toContain(`wire ${part.key}`)
    const bonded =
      !['moulded polyethylene', 'composite'].includes(kind.material) ||
      kind.parts.some(part => part.family === 'neck' || part.family === 'filler hose')
    expect(fixings.some(fixing => fixing.kind === 'ground')).toBe(bonded)
    for (const part of kind.parts.filter(each => /strap|cradle/i.test(each.name) && each.family === 'wall'))
      expect(fixings.filter(fixing => fixing.key.startsWith(`strap ${part.key}`))).toHaveLength(2)
    const down = stripOrder(fixings),
      up = rebuildOrder(fixings)
    for (const steps of [down, up]) {
      expect(steps.filter(step => step.kind === 'fixing')).toHaveLength(fixings.length)
      expect(steps.filter(step => step.kind === 'lower')).toHaveLength(3)
    }
    expect(cannotBeDone(down, false)).toEqual([])
    expect(cannotBeDone(up, true)).toEqual([])
    lines.push(`${kind.key} ${fixings.length}`)
  }
  process.stdout.write(`refits, things accounted for: ${lines.join(', ')}\n`)
})

test('keys and names are their own, and each says what refitting needs', () => {
  for (const kind of tankKinds) {
    const fixings = of(kind.key)
    expect(new Set(fixings.map(fixing => fixing.key)).size).toBe(fixings.length)
    expect(new Set(fixings.map(fixing => fixing.name)).size).toBe(fixings.length)
    for (const fixing of fixings) {
      expect(reachStages).toContain(fixing.stage)
      if (fixing.kind === 'hose') expect(fixing.needs).toMatchObject({ renew: 'clamp', routing: true })
      if (fixing.kind === 'wire') expect(fixing.needs.lock).toBe(true)
    }
  }
})

test('hoses are named by what they carry, and what people forget is marked', () => {
  const van = of('moulded')
  const carries = Object.fromEntries(van.filter(each => each.kind === 'hose').map(each => [each.key, each.carries]))
  expect(carries).toEqual({ 'hose neck': 'filling', 'hose feed': 'feed', 'hose return': 'return', 'hose vapour': 'vapour' })
  expect(van.filter(each => each.forgotten).map(each => each.kind)).toEqual(
    expect.arrayContaining(['cover', 'ground', 'clip', 'wire', 'strap']),
  )
  for (const key of ['saddle-steel', 'diesel-standpipe'])
    expect(of(key).find(each => each.key === 'hose heater')).toMatchObject({ carries: 'heater feed', forgotten: true })
})

const disturbed = (key: string, fixing: string) =>
  partsDisturbedBy(
    fixing,
    of(key),
    tankKind(key).parts.map(part => ({ ...part, id: part.key })),
  )
test('every hose disturbs what it seals to at the tank, and no seam or wall', () => {
  for (const kind of tankKinds)
    for (const fixing of of(kind.key).filter(each => each.kind === 'hose')) {
      const families = fixing.partIds.map(id => kind.parts.find(part => part.key === id)!.family)
      expect(families.length).toBeGreaterThan(0)
      for (const family of families)
        expect(['seam', 'wall', 'rib', 'rivets', 'lining', 'plate', 'sender', 'cap']).not.toContain(family)
    }
  // Standpipes of a saddle tank belong to the tank, its hoses are not parts of their own: the standpipe is what was disturbed.
  expect(disturbed('saddle-steel', 'hose heater')).toEqual(['heater'])
  expect(disturbed('saddle-steel', 'hose feed')).toEqual(['feed'])
  expect(disturbed('moulded', 'hose vapour').sort()).toEqual(['canister-hose', 'fill-limit', 'vent-valve'])
  expect(disturbed('carburetted', 'hose feed')).toEqual(['pickup', 'feed'])
})

test('a hose’s other end disturbs its whole line; a wire and a clip disturb nothing', () => {
  expect(disturbed('moulded', 'hose neck far').sort()).toEqual(['filler-vent', 'neck'])
  expect(disturbed('moulded', 'wire sensor')).toEqual([])
  expect(disturbed('moulded', 'clips')).toEqual([])
  expect(disturbed('moulded', 'nothing of this tank')).toEqual([])
})

test('before each move what is still on is named, and nothing that is only reached after it', () => {
  const steps = stripOrder(of('aluminium-belly'))
  const named = (to: (typeof reachStages)[number], off: string[]) =>
    stillOn(steps, to, key => off.includes(key)).map(fixing => fixing.name)
  expect(named('tank up', [])).toEqual([
    'Fill hose, tank end',
    'Ground strap of the tank',
    'Clips that hold lines to the tank or frame',
    'Cover over the sender, and the connector under it',
  ])
  const early = ['hose fill', 'ground', 'clips', 'cover']
  expect(named('tank up', early)).toEqual([])
  expect(named('lowered a little', [...early, 'strap cradle 1'])).toEqual(['Cradle bolt 2'])
  expect(named('tank down', [...early, 'strap cradle 1', 'strap cradle 2', 'hose vent', 'hose feed', 'wire sender'])).toEqual([
    'Return line, tank end',
  ])
  expect(stillOn(stripOrder(of('moulded')), 'tank down', () => false).some(fixing => fixing.away)).toBe(false)
})

test('a connector away from the tank comes off only with what it is on', () => {
  expect(
    of('moulded')
      .filter(each => each.away)
      .map(each => each.key)
      .sort(),
  ).toEqual(['wire purge-valve', 'wire vent-solenoid'])
  expect(of('portable').some(each => each.kind === 'wire' || each.kind === 'ground' || each.kind === 'cover')).toBe(false)
})

test('a line that was added to the map is on the list', () => {
  const kind = tankKind('carburetted')
  const circuit = {
    spaces: [
      ...kind.circuit.spaces,
      { id: 'x', name: 'Heater line', kind: 'line' as const, carries: 'heater feed' as const, path: [{ x: 600, y: 100 }] },
    ],
    links: [...kind.circuit.links, { ...kind.circuit.links[0]!, id: 'xj', from: 'tank', to: 'x' }],
  }
  expect(fixingsOf(circuit, [], 'sheet steel').some(fixing => fixing.key === 'hose x')).toBe(true)
})

test('what comes off is told by what things are, not by what somebody called them', () => {
  const kind = tankKind('moulded')
  const parts = kind.parts.map(part => ({ ...part, id: part.key }))
  const renamed = (name: string, part: (typeof parts)[number]) => ({ ...part, name })
  const keys = (list: typeof parts, circuit = kind.circuit) => fixingsOf(circuit, list, kind.material).map(fixing => fixing.key)
  const usual = keys(parts)
  expect(keys(parts.map(part => (part.trait === 'strap' ? renamed('Rub line under the band', part) : part)))).toEqual(usual)
  expect(keys(parts.map(part => (part.family === 'seam' ? renamed('Seam by the strap cradle', part) : part)))).toEqual(usual)
  expect(keys(parts.map(part => (part.family === 'sender' ? renamed('Dip sender, sight glass', part) : part)))).toEqual(usual)
  const spaces = kind.circuit.spaces.map(space => (space.id === 'feed' ? { ...space, name: 'Return side of the vent' } : space))
  const carries = fixingsOf({ ...kind.circuit, spaces }, parts, kind.material).find(
    fixing => fixing.key === 'hose feed',
  )!.carries
  expect(carries).toBe('feed')
})
