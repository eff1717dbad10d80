import { fixingsOf, rebuildOrder, reachStages, stripOrder, type StripStep } from './fixings'
import { tankKinds, tankKind } from './tankKinds'

const of = (key: string) => {
  const kind = tankKind(key)
  return fixingsOf(kind.circuit, kind.parts.map(part => ({ ...part, id: part.key })), kind.material)
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
    const joined = kind.circuit.spaces.filter(space => space.kind === 'line' && kind.circuit.links.some(link => [link.from, link.to].includes(space.id) && tanks.some(tank => [link.from, link.to].includes(tank))))
    for (const space of joined) expect(fixings.map(fixing => fixing.key)).toContain(`hose ${space.id}`)
    for (const part of kind.parts.filter(each => each.family === 'sender' || each.family === 'sensor')) expect(fixings.map(fixing => fixing.key)).toContain(`wire ${part.key}`)
    expect(fixings.some(fixing => fixing.kind === 'ground')).toBe(true)
    for (const part of kind.parts.filter(each => /strap|cradle/i.test(each.name) && each.family === 'wall')) expect(fixings.filter(fixing => fixing.key.startsWith(`strap ${part.key}`))).toHaveLength(2)
    const down = stripOrder(fixings), up = rebuildOrder(fixings)
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
  expect(van.filter(each => each.forgotten).map(each => each.kind)).toEqual(expect.arrayContaining(['cover', 'ground', 'clip', 'wire', 'strap']))
  expect(of('saddle-steel').find(each => each.key === 'hose heater')).toMatchObject({ carries: 'heater feed', forgotten: true })
})

test('a line that was added to the map is on the list', () => {
  const kind = tankKind('carburetted')
  const circuit = { spaces: [...kind.circuit.spaces, { id: 'x', name: 'Heater line', kind: 'line' as const, path: [{ x: 600, y: 100 }] }], links: [...kind.circuit.links, { ...kind.circuit.links[0]!, id: 'xj', from: 'tank', to: 'x' }] }
  expect(fixingsOf(circuit, [], 'sheet steel').some(fixing => fixing.key === 'hose x')).toBe(true)
})
