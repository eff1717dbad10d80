import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { tankKinds } from '../core/circuit/tankKinds'
import { testPressuresOf } from '../core/circuit/testPressures'
import { fuels } from '../core/fuel/fuels'
import { cautions } from '../core/fuel/makeSafe'
import { GAS_FREE_SHARE, LEAST_POINTS, SECOND_LOOK_AFTER } from '../core/fuel/vapour'
import { repairMaterial } from '../core/repair/material/repairMaterials'
import { known, KnowledgeError } from '../core/knowledge/known'
import { knowledgeTable } from './knowledgeTable'
import { combinations, repairTable } from './repairTable'

test('the page of what is known is that of the data: a figure or a name that changes is seen', () => {
  expect(knowledgeTable()).toBe(readFileSync(join(process.cwd(), 'docs/knowledge.md'), 'utf8'))
})

describe('what could hurt somebody, with where it comes from', () => {
  // Usual test limits, kPa: light 2 to 5, never above 7; vapour system 2.5 to 3.5, 3.7; boat 14 to 17, 20; riveted wing 2 to 5,
  // 7; saddle tank 10 to 20, 25.
  test.each([
    ['light sheet steel or moulded plastic', 2, 5, 7],
    ['vapour system of a road vehicle', 2.5, 3.5, 3.7],
    ['boat tank', 14, 17, 20],
    ['riveted or integral wing tank', 2, 5, 7],
    ['heavy vehicle saddle tank', 10, 20, 25],
  ] as const)('%s', (of, from, to, neverAbove) =>
    expect(testPressuresOf(of)).toMatchObject({ from: from * 1000, to: to * 1000, neverAbove: neverAbove * 1000 }),
  )
  test('no kind of tank is tested above its class', () => {
    for (const kind of tankKinds) expect(kind.pressureLimit).toBeLessThanOrEqual(testPressuresOf(kind.pressures).neverAbove)
  })
  // Suppliers' safety data: lower explosive limit in vol %, flash point in °C (a bound where it is only known as below or above).
  test.each([
    ['petrol', 1.4, -40],
    ['e85', 1.4, -20],
    ['diesel', 0.6, 55],
    ['avgas', 1.2, -40],
    ['jet', 0.7, 38],
  ] as const)('%s burns from', (key, limit, flash) => {
    const fuel = fuels.find(each => each.key === key)!
    expect(fuel.lowerExplosiveLimit * 100).toBeCloseTo(limit, 6)
    expect(fuel.flashPoint - 273.15).toBeCloseTo(flash, 6)
  })
  // Typical sheets at 25 °C, h until it may be tested, and the floor in °C.
  test.each([
    ['polysulfide-brush', 16, 5],
    ['polysulfide-fillet', 30, 5],
    ['polysulfide-fast', 4, 5],
    ['thread-sealant', 24, 5],
    ['epoxy-liner', 72, 15],
    ['epoxy-patch', 8, 10],
  ] as const)('%s cures in', (key, hours, floor) => {
    const { cure } = repairMaterial(key)
    expect(cure!.cureTime / 3600).toBe(hours)
    expect(cure!.floor - 273.15).toBeCloseTo(floor, 6)
  })
  // NFPA 326: below 10 % of the lower limit, read again after a pause.
  test('heat waits for a tenth of the lower limit', () => {
    expect(GAS_FREE_SHARE).toBe(0.1)
    expect(LEAST_POINTS).toBe(3)
    expect(SECOND_LOOK_AFTER).toBe(15 * 60_000)
  })
  test('no oxygen, no bottle straight to the tank, and vapour measured are among the cautions before air goes in', () => {
    const before = cautions.filter(caution => caution.acts?.includes('air or smoke')).map(caution => caution.key)
    expect(before).toEqual(expect.arrayContaining(['vapour', 'energy', 'gas']))
    expect(cautions.find(caution => caution.key === 'gas')!.text).toMatch(
      /Never oxygen, never a bottle straight to the tank, never above the limit/,
    )
  })
})

describe('a row that cannot be is named as the program starts', () => {
  const row = (change: object = {}) => ({ key: 'a', name: 'Wick', hours: 24, source: 'material sheet' as const, ...change })
  const take =
    (...rows: ReturnType<typeof row>[]) =>
    () =>
      known(
        'Sheets',
        rows,
        each => each.key,
        ({ hours }) => ({ hours: [hours, 4, 72] }),
        ['a'],
      )
  test.each([
    ['a figure ten times too small', take(row({ hours: 2.4 })), 'Sheets, row “a”: hours is 2.4, believable are 4 to 72.'],
    ['no number at all', take(row({ hours: NaN })), 'hours is NaN'],
    ['two of one key', take(row(), row()), 'another row has the same key'],
    ['a source that is none', take(row({ source: 'somebody said' })), 'its source “somebody said” is not known'],
    ['an empty name', take(row({ name: ' ' })), 'name is empty'],
    ['a key that nothing refers to', take(row(), row({ key: 'b' })), 'the key “b” and its row'],
    [
      'a key without its row',
      () =>
        known(
          'Sheets',
          [row()],
          each => each.key,
          () => ({}),
          ['a', 'c'],
        ),
      'the key “c” and its row',
    ],
  ])('%s', (_, work, says) => {
    expect(work).toThrow(KnowledgeError)
    expect(work).toThrow(says)
  })
  test('what is within its bounds is taken as it is', () => expect(take(row({ hours: 4 }))()).toMatchObject([{ hours: 4 }]))
})

describe('which repair on what', () => {
  test('the page is made from the data', () => {
    expect(repairTable()).toBe(readFileSync(join(process.cwd(), 'docs/repairs.md'), 'utf8'))
  })
  test('every combination of method, material, tank and fuel is allowed with a source or refused with a reason', () => {
    const all = combinations()
    expect(all.length).toBeGreaterThan(1000)
    for (const { verdict } of all) expect(verdict.allowed ? verdict.source.length : verdict.why.length).toBeGreaterThan(10)
    const of = (method: string, material: string, tank: string, fuel: string) =>
      all.find(each => each.method.key === method && each.material === material && each.tank === tank && each.fuel === fuel)!
        .verdict.allowed
    expect(of('liner', 'epoxy-liner', 'sheet steel', 'petrol')).toBe(true)
    expect(of('liner', 'epoxy-liner', 'sheet steel', 'e85')).toBe(false)
    expect(of('liner', 'epoxy-liner', 'moulded polyethylene', 'petrol')).toBe(false)
    expect(of('plastic-weld', 'none', 'moulded polyethylene', 'e85')).toBe(true)
    expect(of('poured-lining', 'poured-urethane', 'composite', 'petrol')).toBe(false)
  })
})
