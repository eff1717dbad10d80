import fc from 'fast-check'
import { tankKind, tankKinds } from '../circuit/tankKinds'
import { waysToFeed, type FeedWay } from '../circuit/waysToFeed'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { nextStep } from './nextStep'
import { deriveLedger } from './deriveLedger'
import { ledgerHold, ledgerPart, untouched } from './ledger.fixture'
import { settlingPlan, type MissingEvidence } from './settlingPlan'

const limit = throughputFromStandard(1)
const way = (reached: string[], vacuum = false): FeedWay => ({
  rig: 'a',
  vacuum,
  pressure: 5000,
  felt: new Map(),
  closures: {},
  links: {},
  reached,
})
const lacking = (partIds: readonly string[], change: Partial<MissingEvidence> = {}): MissingEvidence[] =>
  partIds.map(partId => ({ partId, direction: 'pressure', limit, onlyMeasured: false, ...change }))
const plan = (partIds: readonly string[], ways?: FeedWay[], change: Partial<MissingEvidence> = {}) =>
  settlingPlan(lacking(partIds, change), { pressure: 5000, limit, ...(ways && { ways: () => ways }) })!
const kinds = (partIds: string[], ways?: FeedWay[]) => plan(partIds, ways).tests.map(test => test.kind)

test('one way in: soap for a few, a hold for many or where soap cannot see', () => {
  expect(settlingPlan([], { pressure: 5000, limit })).toBeNull()
  expect(plan(['a'])).toMatchObject({ minutes: 6, tests: [{ kind: 'soap', partIds: ['a'] }] })
  expect(kinds(['a', 'b', 'c', 'd', 'e'])).toEqual(['soap'])
  expect(kinds(['a', 'b', 'c', 'd', 'e', 'f'])).toEqual(['hold'])
  expect(plan(['a'], undefined, { limit: throughputFromStandard(0.05) }).tests[0]!.kind).toBe('hold')
})

test('what a valve keeps apart takes two set-ups; soap rides along with a hold’s own pressure', () => {
  const far = way(['x'])
  expect(plan(['a', 'x'], [way(['a']), far])).toMatchObject({
    tests: [
      { kind: 'soap', partIds: ['a'] },
      { kind: 'soap', partIds: ['x'] },
    ],
    minutes: 12,
  })
  const many = plan(['a', 'b', 'c', 'd', 'e', 'f', 'x'], [way(['a', 'b', 'c', 'd', 'e', 'f']), far])
  expect(many.tests).toMatchObject([
    { kind: 'hold', partIds: ['a', 'b', 'c', 'd', 'e', 'f'] },
    { kind: 'soap', partIds: ['x'] },
  ])
  expect(many.minutes).toBe(31)
})

test('a vacuum says nothing where the service is pressure', () =>
  expect(plan(['a'], [way(['a'], true)])).toMatchObject({ tests: [], beyond: ['a'] }))

test('what no way reaches is named instead of left out', () => {
  expect(plan(['a', 'lost'], [way(['a'])])).toMatchObject({
    beyond: ['lost'],
    tests: [{ partIds: ['a'] }],
  })
  const entries = { ...untouched([ledgerPart('lost')]), tests: [ledgerHold(1, 'sealed', [])], ways: () => [] }
  expect(nextStep(deriveLedger(entries, 9), entries, null).sentence).toContain('look at the map')
})

test('of very many ways none is left out, though the set is then only short and not proved shortest', () => {
  const parts = Array.from({ length: 30 }, (_, k) => `p${k}`)
  const each = plan(
    parts,
    parts.map(partId => way([partId])),
  )
  expect(each.tests).toHaveLength(30)
  expect(each.beyond).toEqual([])
  const wide = plan(parts, [...parts.slice(0, 14).map((partId, k) => way([partId, parts[29 - k]!])), way(parts.slice(0, 20))])
  expect(wide.tests[0]!.way!.reached).toHaveLength(20)
  expect(wide.tests.flatMap(test => test.partIds).sort()).toEqual(
    [...parts].filter(partId => !wide.beyond.includes(partId)).sort(),
  )
})

const names = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']
test('never longer than a hold for every way, and covers all that can be reached', () => {
  fc.assert(
    fc.property(
      fc.subarray(names, { minLength: 1 }),
      fc.array(fc.subarray(names, { minLength: 1 }), { maxLength: 4 }),
      (missing, drawn) => {
        const ways = drawn.map(each => way(each))
        const made = plan(missing, ways)
        const covered = made.tests.flatMap(test => test.partIds)
        expect([...covered, ...made.beyond].sort()).toEqual([...missing].sort())
        for (const test of made.tests) for (const partId of test.partIds) expect(test.way!.reached).toContain(partId)
        expect(made.minutes).toBeLessThanOrEqual(25 * Math.min(ways.length, missing.length) + 1)
      },
    ),
  )
})

test('the van’s neck stands behind a check valve: fed at its port it takes a second way', () => {
  const van = tankKind('moulded')
  const parts = van.parts.map(part => ({ ...part, id: part.key }))
  const ways = waysToFeed(van.circuit, parts, van.workingPressure)
  expect(ways[0]).toMatchObject({ rig: 'service-port', vacuum: false })
  expect(ways[0]!.reached).not.toContain('neck')
  const made = plan(
    parts.map(part => part.id),
    ways,
  )
  expect(made.beyond).toEqual([])
  expect(made.minutes).toBeLessThan(50)
})

test('what a vapour system lacks both ways takes a hold each way; the vacuum is not soaped', () => {
  const both = [...lacking(['a', 'b']), ...lacking(['a', 'b'], { direction: 'vacuum' })]
  const made = settlingPlan(both, { pressure: 5000, limit, ways: () => [way(['a', 'b']), way(['a', 'b'], true)] })!
  expect(made.tests.map(test => [test.kind, test.way!.vacuum])).toEqual([
    ['hold', true],
    ['soap', false],
  ])
  expect(settlingPlan(both, { pressure: 5000, limit, ways: () => [way(['a', 'b'])] })!.beyond).toEqual(['a', 'b'])
})

test('where fuel stands the limit is stricter than a hold sees: soaped, however many they are', () => {
  const strict = { limit: throughputFromStandard(0.2) }
  const seven = names.slice(0, 7)
  expect(plan(seven, undefined, strict).tests).toMatchObject([{ kind: 'soap', partIds: seven }])
  const mixed = settlingPlan([...lacking(seven), ...lacking(['h'], strict)], {
    pressure: 5000,
    limit,
    ways: () => [way(names)],
  })!
  expect(mixed.tests).toMatchObject([
    { kind: 'hold', partIds: seven },
    { kind: 'soap', partIds: ['h'], minutes: 1 },
  ])
})

test('a measured leak is held again, and not soaped', () =>
  expect(plan(['a'], undefined, { onlyMeasured: true }).tests[0]!.kind).toBe('hold'))

test('every kind of tank can be settled as it is drawn', () => {
  for (const kind of tankKinds) {
    const parts = kind.parts.map(part => ({ ...part, id: part.key }))
    const made = plan(
      parts.map(part => part.id),
      waysToFeed(kind.circuit, parts, kind.workingPressure),
    )
    expect(made.beyond).toEqual([])
  }
})

/**
 * Every way of settling: each part by one of the ways that reach it, soaped or held; the least minutes of them all, by looking
 * at every single one.
 */
function leastByTryingAll(missing: readonly string[], ways: readonly FeedWay[]): number {
  const within = missing.filter(partId => ways.some(each => each.reached.includes(partId)))
  const options = within.map(partId =>
    ways.flatMap((each, i) =>
      each.reached.includes(partId)
        ? [
            { i, soap: false },
            { i, soap: true },
          ]
        : [],
    ),
  )
  let least = Infinity
  const walk = (k: number, chosen: { i: number; soap: boolean }[]) => {
    if (k < options.length) {
      for (const option of options[k]!) walk(k + 1, [...chosen, option])
      return
    }
    const held = new Set(chosen.filter(each => !each.soap).map(each => each.i)),
      soaped = chosen.filter(each => each.soap)
    if (soaped.length > 5) return
    const pumped = new Set(soaped.map(each => each.i).filter(i => !held.has(i)))
    least = Math.min(least, 25 * held.size + 5 * pumped.size + 0.75 * soaped.length)
  }
  walk(0, [])
  return least
}

test('it is the shortest: as short as the best of all that could be done', () => {
  const few = names.slice(0, 5)
  fc.assert(
    fc.property(
      fc.subarray(few, { minLength: 1 }),
      fc.array(fc.subarray(few, { minLength: 1 }), {
        minLength: 1,
        maxLength: 3,
      }),
      (missing, drawn) => {
        const ways = drawn.map(each => way(each))
        const made = plan(missing, ways)
        // Whole minutes are told: at most one more for each test.
        expect(made.minutes).toBeGreaterThanOrEqual(Math.floor(leastByTryingAll(missing, ways)))
        expect(made.minutes).toBeLessThanOrEqual(leastByTryingAll(missing, ways) + made.tests.length)
      },
    ),
    { numRuns: 300 },
  )
})
