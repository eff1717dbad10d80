import { randomCircuit } from './randomCircuit.fixture'
import { holdingLinks, reach } from './reach'
import { proposedClosures } from './proposedClosures'
import { tankKind, tankKinds } from './tankKinds'
import { waysToFeed } from './waysToFeed'

const drawnAs = (key: string) => {
  const kind = tankKind(key)
  return { kind, parts: kind.parts.map(part => ({ ...part, id: part.key })) }
}

test('a plain tank has one way in, and it reaches everything', () => {
  const { kind, parts } = drawnAs('small-steel')
  const ways = waysToFeed(kind.circuit, parts, kind.workingPressure)
  expect(ways.map(way => [way.rig, way.vacuum])).toEqual([
    ['vent', false],
    ['vent', true],
  ])
  expect([...ways[0]!.reached].sort()).toEqual(parts.map(part => part.id).sort())
})

test('a tank behind check valves takes several: the pressure stops at the neck, the vacuum passes', () => {
  const { kind, parts } = drawnAs('moulded')
  const ways = waysToFeed(kind.circuit, parts, kind.workingPressure)
  expect(ways[0]).toMatchObject({ rig: 'service-port', vacuum: false })
  expect(ways[0]!.reached).not.toContain('cap')
  const byVacuum = ways.find(way => way.vacuum)!
  expect(byVacuum.reached).toContain('cap')
  expect(byVacuum.reached).not.toContain('supply')
  // What can be switched or pinched towards the open air is shut in each, every opening is answered and one feeds.
  for (const way of ways) {
    expect(way.links).toEqual(holdingLinks(kind.circuit))
    expect(Object.entries(way.closures).filter(([, closure]) => closure === 'fed')).toEqual([[way.rig, 'fed']])
  }
})

test('below a check valve’s cracking pressure nothing behind it is reached', () => {
  const { kind, parts } = drawnAs('portable')
  expect(waysToFeed(kind.circuit, parts, 3000)[0]!.reached).toContain('hose')
  expect(waysToFeed(kind.circuit, parts, 1000)[0]!.reached).not.toContain('hose')
  // 2.4 kPa open the valve and leave 0.9 behind it: too little to say anything of a hose that works under 2.4.
  const [lowered] = waysToFeed(kind.circuit, parts, 2400)
  expect(lowered!.reached).not.toContain('hose')
  expect(lowered!.reached).toContain('cap')
})

test('where a check valve takes much of it, a way that makes up for it comes after, no higher than the tank may see', () => {
  const { kind, parts } = drawnAs('portable')
  const felt = (most: number) =>
    waysToFeed(kind.circuit, parts, 3000, most)
      .filter(way => !way.vacuum)
      .map(way => [way.pressure, way.felt.get('hose')])
  expect(felt(7000)).toEqual([
    [3000, 1500],
    [4500, 3000],
  ])
  expect(felt(4000).at(-1)).toEqual([4000, 2500])
  expect(felt(3000)).toEqual([[3000, 1500]])
})

test.each(tankKinds.map(kind => [kind.key]))(
  '%s: each way holds, reaches just what it says, and adds something to those before it',
  key => {
    const { kind, parts } = drawnAs(key)
    const ways = waysToFeed(kind.circuit, parts, kind.workingPressure)
    for (const [i, way] of ways.entries()) {
      const seen = reach(kind.circuit, parts, {
        closures: way.closures,
        links: way.links,
        pressure: way.vacuum ? -kind.workingPressure : kind.workingPressure,
      })
      expect(seen.escapes).toEqual([])
      expect(seen.reached).toEqual(way.reached)
      for (const before of ways.slice(0, i))
        expect(before.vacuum !== way.vacuum || way.reached.some(id => !(before.felt.get(id)! >= way.felt.get(id)!))).toBe(true)
    }
  },
)

test('on random circuits, whatever one opening would reach is reached by one of the ways', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const { circuit, parts } = randomCircuit(seed, 10)
    const opened = parts.map((part, k) => ({ ...part, opening: k % 3 === 0 }))
    const reachedBy = new Set(waysToFeed(circuit, opened, 3000).flatMap(way => way.reached))
    for (const part of opened.filter(each => each.opening)) {
      const { reached } = reach(circuit, opened, {
        closures: proposedClosures(opened, part.id),
        links: {},
        pressure: 3000,
      })
      for (const partId of reached) expect(reachedBy).toContain(partId)
    }
  }
})
