import { tankMaterials } from '../../circuit/tankKinds'
import { repairMethodKeys } from './repairMethods'
import { materialsFor, unsuited, type RepairedTank } from './suitability'

const on = (material: RepairedTank['material'], more: Partial<RepairedTank> = {}): RepairedTank => ({
  material,
  craft: 'boat',
  family: 'seam',
  ...more,
})
const possible = (tank: RepairedTank) => repairMethodKeys.filter(method => unsuited(method, tank) === null)

test('plastic is welded on polyethylene and on nothing else', () => {
  for (const material of tankMaterials)
    expect(unsuited('plastic-weld', on(material)) === null).toBe(material === 'moulded polyethylene')
  expect(unsuited('plastic-weld', on('moulded polyethylene', { craft: 'light aircraft' }))).toContain('by air')
})

test('no liner, patch, fillet or wick in polyethylene', () => {
  expect(possible(on('moulded polyethylene'))).toEqual(['plastic-weld', 'renew-part', 'tighten'])
  for (const method of ['liner', 'patch', 'fillet', 'wick'] as const)
    expect(unsuited(method, on('moulded polyethylene', { family: null }))).not.toBeNull()
})

test('a liner is for clean metal that does not fly', () => {
  expect(unsuited('liner', on('sheet steel'))).toBeNull()
  expect(unsuited('liner', on('composite'))).toContain('clean metal')
  expect(unsuited('liner', on('aluminium', { craft: 'light aircraft' }))).toContain('never in a tank that flies')
})

test('a method for other parts is not offered', () => {
  expect(unsuited('renew-hose', on('sheet steel', { family: 'drain' }))).toBe('it is not made for such a part')
  expect(unsuited('renew-part', on('sheet steel', { family: 'drain' }))).toBeNull()
})

test('what needs a material is not made with none', () => {
  for (const method of ['fillet', 'faying', 'wick', 'liner', 'patch'] as const)
    expect(materialsFor(method)).not.toContain('none')
  expect(materialsFor('liner')).toEqual(['epoxy-liner'])
  expect(materialsFor('tighten')).toEqual(['none'])
  for (const method of repairMethodKeys) expect(materialsFor(method).length).toBeGreaterThan(0)
})
