import { tankMaterials } from '../../circuit/tankKinds'
import { fuels } from '../../fuel/fuels'
import { HONEYCOMB_FROM, pinholesPerRun, usualDefect, wallOf, type Defect } from '../defect/defect'
import { cannotHold, cannotWork, materialsHere, unfit, unsuited, type RepairCase, type RepairedTank } from './fit'
import { repairMethodKeys } from './repairMethods'

const tank = (material: RepairedTank['material'], more: Partial<RepairedTank> = {}): RepairedTank => ({
  material,
  craft: 'boat',
  family: 'seam',
  ...more,
})
const possible = (its: RepairedTank) => repairMethodKeys.filter(method => unsuited(method, its) === null)
const rusty = (more: Partial<Defect> = {}, its: Partial<RepairCase> = {}): RepairCase => ({
  craft: 'small equipment',
  family: 'wall',
  fuel: 'petrol',
  defect: { ...usualDefect('wall', 'sheet steel', 0.01), inside: ['filler'], ...more },
  ...its,
})

test('only polyethylene is welded with parent plastic, and nothing that flies', () => {
  for (const material of tankMaterials)
    expect(unsuited('plastic-weld', tank(material)) === null).toBe(material === 'moulded polyethylene')
  expect(unsuited('plastic-weld', tank('moulded polyethylene', { craft: 'light aircraft' }))).toContain('by air')
})

test('a plastic tank is welded, fitted, renewed, or stopped to get it home', () => {
  expect(possible(tank('moulded polyethylene'))).toEqual(['plastic-weld', 'bulkhead-fitting', 'renew-tank', 'stopgap'])
})

test('a liner holds on clean metal, and never flies', () => {
  expect(unsuited('liner', tank('sheet steel'))).toBeNull()
  expect(unsuited('liner', tank('composite'))).toContain('clean metal')
  expect(unsuited('liner', tank('aluminium', { craft: 'light aircraft' }))).toBe('never in a tank that flies')
  expect(unsuited('renew-hose', tank('sheet steel', { family: 'drain' }))).toBe('it is not made for such a part')
})

test('a sieve is renewed, counted or seen', () => {
  expect(pinholesPerRun(3, 0.05)).toBeCloseTo(1.5, 12)
  // Over less than the run of 25 mm nothing is made more of than was counted.
  expect(pinholesPerRun(2, 0.01)).toBe(2)
  expect(() => pinholesPerRun(2, 0)).toThrow('how long')
  const counted = rusty({ pinholes: { count: HONEYCOMB_FROM, run: 0.025 } })
  expect(wallOf(counted.defect)).toBe('honeycomb')
  for (const method of ['liner', 'patch', 'stopgap', 'hot-work'] as const)
    expect(cannotWork(method, counted)).toContain('sieve')
  expect(cannotWork('renew-tank', counted)).toBeNull()
  expect(cannotWork('patch', rusty({ wall: 'thinned' }))).toContain('nothing sound')
})

test('what stands in the way is said: reach, size, mounts, movement, what was smeared on', () => {
  expect(cannotWork('liner', rusty({ inside: [] }))).toContain('which way in')
  expect(cannotWork('patch', rusty({ outside: false }))).toContain('from outside')
  expect(cannotWork('patch', rusty({ nearMount: true }))).toContain('beside it')
  expect(cannotWork('patch', rusty({ length: 0.4 }))).toBe('400 mm are too long for it, 300 mm are the most')
  expect(cannotWork('liner', rusty({ before: ['old liner'] }))).toContain('come off entirely')
  expect(cannotWork('wick', rusty())).toBe('it does not mend pinholes')
  const seam = rusty({ what: 'seam' }, { family: 'seam' })
  expect(cannotWork('fillet', seam)).toBe('no hand reaches it through a filler')
  expect(cannotWork('fillet', { ...seam, defect: { ...seam.defect, inside: ['filler', 'sender'] } })).toBeNull()
  expect(cannotWork('liner', rusty({ what: 'seam', moves: true }))).toContain('break it again')
})

test('alcohol is refused until a sheet in hand names it', () => {
  const its = rusty({}, { fuel: 'e85' })
  expect(unfit('liner', its)).toContain('only a sheet on the Shelf that names the fuel')
  expect(unfit('liner', its, ['e85'])).toBeNull()
  expect(materialsHere('liner', its)).toEqual([])
  expect(materialsHere('liner', rusty())).toEqual(['epoxy-liner', 'single-part-liner'])
  expect(unfit('renew-tank', its)).toBeNull()
})

test('every material is taken or refused in words on everything', () => {
  for (const { key: fuel } of fuels)
    for (const material of ['steel', 'polyethylene', 'composite', 'nylon'] as const)
      for (const key of ['polysulfide-fast', 'epoxy-liner', 'poured-urethane', 'fast-epoxy'] as const) {
        const why = cannotHold(key, { defect: { material }, fuel })
        if (why !== null) expect(why).toMatch(/does not hold on|stands/)
      }
  expect(cannotHold('epoxy-liner', { defect: { material: 'polyethylene' }, fuel: 'petrol' })).toBe(
    'epoxy liner does not hold on polyethylene',
  )
  expect(cannotHold('poured-urethane', { defect: { material: 'steel' }, fuel: 'petrol' })).toContain('petrol')
  expect(cannotHold('poured-urethane', { defect: { material: 'steel' }, fuel: 'diesel' })).toBeNull()
})
