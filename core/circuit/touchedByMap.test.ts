import { PLAIN_CIRCUIT, type Circuit, type Link } from './circuit'
import { touchedByMap } from './touchedByMap'

const link = (id: string, change: Partial<Link> = {}): Link => ({
  id,
  name: id,
  kind: 'passage',
  from: 'tank',
  to: 'vent',
  normally: 'open',
  cracking: 0,
  pinch: true,
  at: { x: 0, y: 0 },
  ...change,
})
const circuit = (...links: Link[]): Circuit => ({
  spaces: [...PLAIN_CIRCUIT.spaces, { id: 'vent', name: 'Vent', kind: 'line', carries: 'vent', path: [] }],
  links,
})
const part = (id: string, space: string | null = 'tank') => ({ id, family: 'fitting' as const, opening: false, space })
const parts = [part('seam'), part('hose', 'vent')]
const before = { circuit: circuit(link('joint')), parts }

test('a name, a place, or whether it can be pinched touches nothing', () => {
  const renamed = link('joint', { name: 'Elbow', at: { x: 9, y: 9 }, pinch: false })
  expect(touchedByMap(before, { circuit: circuit(renamed), parts })).toEqual([])
})

test('a part that is tied elsewhere, or is another kind of opening, was touched', () => {
  expect(touchedByMap(before, { ...before, parts: [part('seam', 'vent'), parts[1]!] })).toEqual(['seam'])
  expect(touchedByMap(before, { ...before, parts: [{ ...parts[0]!, opening: true }, parts[1]!] })).toEqual(['seam'])
  expect(touchedByMap(before, { ...before, parts: [{ ...parts[0]!, family: 'drain' }, parts[1]!] })).toEqual(['seam'])
})

test.each([
  ['put in', circuit(link('joint'), link('valve', { kind: 'check' }))],
  ['taken out', circuit()],
  ['another kind', circuit(link('joint', { kind: 'check' }))],
  ['turned round', circuit(link('joint', { from: 'vent', to: 'tank' }))],
  ['of another cracking pressure', circuit(link('joint', { cracking: 100 }))],
  ['standing otherwise', circuit(link('joint', { normally: 'shut' }))],
])('a valve or joint %s touches the line beside it, and not the tank', (_, after) => {
  expect(touchedByMap(before, { circuit: after, parts })).toEqual(['hose'])
})

test('what is new or gone is not told: it is no touch', () => {
  expect(touchedByMap(before, { circuit: circuit(), parts: [part('new', 'vent')] })).toEqual([])
})
