import type { Circuit, TiedPart } from './circuit'
import type { Closure } from './boundary'
import { changeWords, narrowedBy, nextSplit, type Probe } from './isolate'
import { proposedClosures } from './proposedClosures'
import { reach, type TestSetup } from './reach'
import { randomCircuit } from './randomCircuit.fixture'
import { tankKinds } from './tankKinds'

/** Part 0 is the one opening of a random circuit: it feeds. */
const plain: TestSetup = { closures: { p0: 'fed' }, links: {}, pressure: 3000 }

/** Halves until one part or an inseparable few are left. */
function isolateOn(
  { circuit, parts }: { circuit: Circuit; parts: TiedPart[] },
  fault: string,
): { steps: number; left: string[] } {
  const base = reach(circuit, parts, plain)
  let left = base.reached
  const probes: Probe[] = []
  let setup = plain
  for (let steps = 0; steps < 60; steps++) {
    const step = nextSplit(circuit, parts, new Map(left.map(id => [id, 1])), setup, { each: 1, change: 0 })
    if (!step) return { steps, left }
    const { reached } = reach(circuit, parts, step.setup)
    probes.push({ reached, leaks: reached.includes(fault) })
    left = narrowedBy(base.reached, probes).left
    setup = step.setup
  }
  throw new Error('did not end')
}

/** Figures of the isolation benchmark, printed as the run's own record. */
test('on random circuits it never ends with a wrong part, and needs at most ceil(log2 n) + 1 steps on average', () => {
  const lines: string[] = []
  for (const n of [4, 8, 12, 16, 24]) {
    let steps = 0,
      runs = 0
    for (let seed = 1; seed <= 6; seed++) {
      const drawn = randomCircuit(seed * 97 + n, n)
      for (const { id } of drawn.parts.filter((_, k) => k % Math.ceil(n / 6) === 0)) {
        if (!reach(drawn.circuit, drawn.parts, plain).reached.includes(id)) continue
        const end = isolateOn(drawn, id)
        expect(end.left).toEqual([id])
        steps += end.steps
        runs++
      }
    }
    lines.push(
      `${n} parts: ${(steps / runs).toFixed(2)} steps on average over ${runs} runs, at most ${Math.ceil(Math.log2(n)) + 1}`,
    )
    expect(steps / runs).toBeLessThanOrEqual(Math.ceil(Math.log2(n)) + 1)
  }
  process.stdout.write(`isolation: ${lines.join('; ')}\n`)
})

test('on every kind of tank a leak anywhere is narrowed to parts that no set-up tells apart, the right one among them', () => {
  for (const kind of tankKinds) {
    const parts = kind.parts.map(part => ({ ...part, id: part.key }))
    const setup: TestSetup = {
      closures: proposedClosures(parts),
      links: kind.key === 'moulded' ? { vent: 'shut' } : {},
      pressure: kind.workingPressure,
    }
    const base = reach(kind.circuit, parts, setup)
    for (const fault of base.reached) {
      const probes: Probe[] = [{ reached: base.reached, leaks: true }]
      let left = base.reached,
        now = setup,
        steps = 0
      for (;;) {
        const step = nextSplit(kind.circuit, parts, new Map(left.map(id => [id, 1])), now)
        if (!step || steps++ > 12) break
        const { reached } = reach(kind.circuit, parts, step.setup)
        probes.push({ reached, leaks: reached.includes(fault) })
        left = narrowedBy(base.reached, probes).left
        now = step.setup
      }
      expect(left).toContain(fault)
      expect(steps).toBeLessThanOrEqual(9)
    }
  }
})

test('a weighty suspect is split off first, and work counts', () => {
  const { circuit, parts } = randomCircuit(5, 8)
  const weights = new Map(parts.map(part => [part.id, part.id === 'p7' ? 10 : 1]))
  const step = nextSplit(circuit, parts, weights, plain)!
  expect(step.chance).toBeGreaterThan(0.2)
  expect(step.chance).toBeLessThan(0.8)
  const dear = nextSplit(circuit, parts, new Map(parts.map(part => [part.id, 1])), plain, { each: 1, change: 30 })!
  expect(dear.changes).toHaveLength(1)
  expect(nextSplit(circuit, parts, new Map([['p1', 1]]), plain)).toBeNull()
})

test('two leaks are said, and so is what cannot be', () => {
  const all = ['a', 'b', 'c', 'd']
  expect(narrowedBy(all, [])).toEqual({ left: all, several: false, contradiction: false })
  expect(
    narrowedBy(all, [
      { reached: ['a', 'b'], leaks: true },
      { reached: ['c', 'd'], leaks: true },
    ]),
  ).toEqual({ left: ['a', 'b'], several: true, contradiction: false })
  expect(
    narrowedBy(all, [
      { reached: ['a', 'b'], leaks: true },
      { reached: ['a', 'b', 'c'], leaks: false },
    ]),
  ).toEqual({ left: [], several: false, contradiction: true })
  expect(narrowedBy(all, [{ reached: all, leaks: false }])).toMatchObject({ left: [], contradiction: true })
})

test('each change is one thing to do, in words', () => {
  const van = tankKinds.find(kind => kind.key === 'moulded')!
  const link = (id: string) => van.circuit.links.find(each => each.id === id)!
  expect(changeWords({ on: 'link', link: link('purge-joint'), to: 'shut' })).toBe('pinch the purge hose at the canister')
  expect(changeWords({ on: 'link', link: link('vent'), to: 'shut' })).toBe('vent valve switched shut')
  expect(changeWords({ on: 'link', link: link('vent'), to: 'open' })).toBe('vent valve switched open')
  expect(changeWords({ on: 'opening', partId: 'cap', name: 'Cap', to: 'plug' })).toBe('plug in place of the cap')
  expect(changeWords({ on: 'opening', partId: 'cap', name: 'Cap', to: 'rig' })).toBe('feed at the cap')
  const words = (to: Closure) => changeWords({ on: 'opening', partId: 'vent', name: 'Vent hose', to })
  expect((['fed', 'own', 'capped', 'open', 'tape'] as const).map(words)).toEqual([
    'feed at the vent hose',
    'own closure back on the vent hose',
    'cap the end of the vent hose',
    'leave the vent hose open',
    'tape in place of the vent hose',
  ])
})
