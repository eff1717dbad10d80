import { tankKind } from '../../circuit/tankKinds'
import { STANDARD_PRESSURE, standardFromThroughput, throughputFromStandard } from '../../quantity/standardLeakRate'
import { flowAtMark, readFlowTube, type FlowTube } from '../flowtube/flowTube'
import { farEnds, openedAt, smokeStanding, type SmokeEvent } from './smoke'

const litresAMinute = (flow: number) => flow / 60_000
const tube: FlowTube = { smallest: litresAMinute(0.05), largest: litresAMinute(2), readDoubt: 0.02, gas: 'air' }
const floats = (flow: number) => ({ ball: 'floats' as const, at: litresAMinute(flow) })
const floor = { ball: 'floor' as const }

describe('a flow tube', () => {
  // Outside the program: 1 L/min marked, air at 3 kPa gauge: sqrt(101.325/104.325) x 104.325/101.325 = sqrt(1.02961) = 1.01470
  // L/min at standard conditions.
  test('is corrected for pressure and gas', () => {
    expect(standardFromThroughput(flowAtMark(litresAMinute(1), tube, 3000))).toBeCloseTo(1014.7, 1)
    // Nitrogen: 1.01470 x sqrt(28.9647/28.0134) = 1.03178. Carbon dioxide: 1.01470 x sqrt(28.9647/44.0095) = 0.82320.
    expect(standardFromThroughput(flowAtMark(litresAMinute(1), { gas: 'nitrogen' }, 3000))).toBeCloseTo(1031.8, 0)
    expect(standardFromThroughput(flowAtMark(litresAMinute(1), { gas: 'carbon dioxide' }, 3000))).toBeCloseTo(823.2, 0)
    expect(standardFromThroughput(flowAtMark(litresAMinute(1), tube, 0))).toBeCloseTo(1000, 6)
  })
  test('a ball on the floor is an upper bound and not zero', () => {
    const quiet = readFlowTube(tube, floor, floor, 3000, { limit: throughputFromStandard(60) })
    expect(quiet).toMatchObject({ rate: 0, low95: 0 })
    expect(standardFromThroughput(quiet.high95)).toBeCloseTo(50.7, 0)
    expect(quiet.verdict).toBe('sealed')
    expect(readFlowTube(tube, floor, floor, 3000, { limit: throughputFromStandard(20) }).verdict).toBe('cannot-tell')
  })
  test('a hole of half a millimetre is read as one', () => {
    // PHYSICS check value: 0.508 mm at 3.487 kPa passes 563.9 std mL/min; the tube shows 563.9 / 1.0171.
    const read = readFlowTube(
      tube,
      floats(0.5639 / Math.sqrt((STANDARD_PRESSURE + 3487) / STANDARD_PRESSURE)),
      { ball: 'floats', at: 0 },
      3487,
      { limit: throughputFromStandard(20) },
    )
    expect(standardFromThroughput(read.rate)).toBeCloseTo(563.9, 0)
    expect(read.hole * 1000).toBeCloseTo(0.508, 3)
    expect(read.verdict).toBe('leaking')
    expect(read.low95).toBeLessThan(read.rate)
    expect(read.high95).toBeGreaterThan(read.rate)
  })
  test('the machine’s own leak is taken off, and a ball at the top is only a lower bound', () => {
    expect(
      standardFromThroughput(readFlowTube(tube, floats(0.3), floats(0.3), 3000, { limit: throughputFromStandard(200) }).rate),
    ).toBeCloseTo(0, 6)
    const top = readFlowTube(tube, { ball: 'top' }, floor, 3000, { limit: throughputFromStandard(20) })
    expect(top).toMatchObject({ verdict: 'leaking', high95: Infinity })
  })
})

describe('a smoke test of a vapour system', () => {
  const { circuit, parts: own } = tankKind('moulded')
  const parts = own.map(part => ({ ...part, id: part.key }))
  const begun = { closures: { 'service-port': 'rig' as const }, links: { vent: 'shut' as const }, pressure: 3000 }
  const on = (...events: SmokeEvent[]) => smokeStanding(circuit, parts, begun, events)
  const clear = (partId: string, at = 10): SmokeEvent => ({ kind: 'mark', at, partId, mark: 'clear' })

  test('a quiet part says nothing before smoke was seen to arrive', () => {
    const standing = on(clear('canister'))
    expect(standing.marks).toEqual([])
    expect(standing.unproven.map(mark => mark.partId)).toEqual(['canister'])
  })
  test('seeing it at a far end proves every space on the way, and not the neck behind its check valve', () => {
    const standing = on(
      { kind: 'arrival', at: 1, end: 'pump-ring', seen: true },
      clear('canister'),
      clear('neck'),
      clear('canister-vent'),
    )
    expect([...standing.proven].sort()).toEqual(['canister', 'purge-line', 'tank', 'vapour'])
    expect(standing.marks.map(mark => mark.partId)).toEqual(['canister'])
    expect(standing.unproven.map(mark => mark.partId).sort()).toEqual(['canister-vent', 'neck'])
    expect(standing.provenParts).toEqual(expect.arrayContaining(['strap', 'canister']))
    expect(standing.provenParts).not.toContain('neck')
  })
  test('an arrival that was looked for and not seen proves nothing; one that cannot be proves nothing either', () => {
    expect(on({ kind: 'arrival', at: 1, end: 'pump-ring', seen: false }).proven.size).toBe(0)
    expect(on({ kind: 'arrival', at: 1, end: 'cap', seen: true }).proven.size).toBe(0)
    expect([...on({ kind: 'arrival', at: 1, end: 'fresh', seen: true }).proven]).toEqual(
      expect.arrayContaining(['vent-line', 'canister', 'purge-line']),
    )
  })
  test('switching a valve ends the proof beyond it, and the flow read before', () => {
    const standing = on(
      { kind: 'arrival', at: 1, end: 'pump-ring', seen: true },
      { kind: 'flow', at: 2, reading: floats(0.4) },
      { kind: 'link', at: 3, linkId: 'vapour-joint', to: 'shut' },
      clear('strap', 4),
    )
    expect([...standing.proven].sort()).toEqual(['canister', 'purge-line'])
    expect(standing.unproven.map(mark => mark.partId)).toEqual(['strap'])
    expect(standing.flow).toBeNull()
    expect(on({ kind: 'flow', at: 2, reading: floor }).flow).toEqual({ at: 2, reading: floor })
  })
  test('smoke that is seen is its own proof, and the latest mark counts', () => {
    expect(on({ kind: 'mark', at: 1, partId: 'purge-hose', mark: 'smoke' }).marks).toEqual([
      { partId: 'purge-hose', mark: 'smoke', at: 1 },
    ])
    expect(
      on({ kind: 'arrival', at: 0, end: 'pump-ring', seen: true }, clear('canister', 1), {
        kind: 'mark',
        at: 2,
        partId: 'canister',
        mark: 'dye',
      }).marks,
    ).toEqual([{ partId: 'canister', mark: 'dye', at: 2 }])
  })
  test('far ends are every opening but the fed one, and the open ends', () => {
    const ends = farEnds(circuit, parts, begun).map(end => end.id)
    expect(ends).toEqual(expect.arrayContaining(['cap', 'pump-ring', 'intake', 'fresh']))
    expect(ends).not.toContain('service-port')
  })
})

describe('where a far end is, and what opening it for a moment does', () => {
  const { circuit, parts: own } = tankKind('moulded')
  const parts = own.map(part => ({ ...part, id: part.key }))
  const setup = {
    closures: { 'service-port': 'rig' as const, 'cap': 'plug' as const },
    links: { purge: 'shut' as const },
    pressure: 3000,
  }
  test('far ends are openings that are not fed, and open ends of the circuit', () => {
    const ends = farEnds(circuit, [...parts, { ...parts[0]!, id: 'loose', name: 'Loose', space: null }], setup).map(
      end => end.id,
    )
    expect(ends).toEqual(['cap', 'pump-ring', 'supply', 'return', 'canister-hose', 'intake', 'fresh'])
  })
  test('an opening is left open and keeps the rest as it is; at an open end the valves there are let through', () => {
    expect(openedAt(circuit, parts, setup, 'cap')).toEqual({ ...setup, closures: { ...setup.closures, cap: 'open' } })
    expect(openedAt(circuit, parts, setup, 'fresh')).toEqual({ ...setup, links: { purge: 'shut', vent: 'open' } })
    expect(openedAt(circuit, parts, setup, 'intake')).toEqual({ ...setup, links: { purge: 'open' } })
  })
  test('events count in the order in which they happened, whatever order they are told in', () => {
    const events: SmokeEvent[] = [
      { kind: 'mark', at: 30, partId: 'canister', mark: 'clear' },
      { kind: 'link', at: 40, linkId: 'vent', to: 'shut' },
      { kind: 'arrival', at: 20, end: 'fresh', seen: true },
      { kind: 'link', at: 10, linkId: 'vent', to: 'open' },
    ]
    const standing = smokeStanding(circuit, parts, setup, events)
    expect(standing.setup.links).toMatchObject({ vent: 'shut' })
    expect(standing.marks).toEqual([{ partId: 'canister', mark: 'clear', at: 30 }])
    expect(standing.unproven).toEqual([])
  })
  test('a part looked at before and after smoke was proven there counts once, as seen last', () => {
    const look = (at: number): SmokeEvent => ({ kind: 'mark', at, partId: 'canister', mark: 'clear' })
    const proof: SmokeEvent = { kind: 'arrival', at: 20, end: 'fresh', seen: true }
    const standing = smokeStanding(circuit, parts, { ...setup, links: { vent: 'open' } }, [look(10), proof, look(30)])
    expect(standing.marks.map(mark => mark.at)).toEqual([30])
    expect(standing.unproven).toEqual([])
    expect(standing.provenParts).toContain('canister')
    expect(standing.provenParts).not.toContain('pump-ring')
    const nowhere = smokeStanding(circuit, parts, setup, [look(10), { ...proof, seen: false }, { ...proof, end: 'nowhere' }])
    expect(nowhere.marks).toEqual([])
    expect(nowhere.unproven.map(mark => mark.at)).toEqual([10])
  })
})
