import fc from 'fast-check'
import { tankKind, tankKinds } from '../circuit/tankKinds'
import { waysToFeed, type FeedWay } from '../circuit/waysToFeed'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { nextStep } from './nextStep'
import { deriveLedger } from './deriveLedger'
import { settlingPlan } from './settlingPlan'

const limit = throughputFromStandard(1)
const way = (reached: string[], vacuum = false): FeedWay => ({ rig: null, vacuum, links: {}, reached })
const kinds = (missing: string[], ways?: FeedWay[]) => settlingPlan(missing, { limit, ways })!.tests.map(test => test.kind)

test('one way in: soap for a few, a hold for many or where soap cannot see', () => {
  expect(settlingPlan([], { limit })).toBeNull()
  expect(settlingPlan(['a'], { limit })).toMatchObject({ minutes: 6, tests: [{ kind: 'soap', partIds: ['a'] }] })
  expect(kinds(['a', 'b', 'c', 'd', 'e'])).toEqual(['soap'])
  expect(kinds(['a', 'b', 'c', 'd', 'e', 'f'])).toEqual(['hold'])
  expect(settlingPlan(['a'], { limit: throughputFromStandard(0.05) })!.tests[0]!.kind).toBe('hold')
})

test('what a valve keeps apart takes two set-ups; soap rides along with a hold’s own pressure', () => {
  const far = way(['x'])
  expect(settlingPlan(['a', 'x'], { limit, ways: [way(['a']), far] })).toMatchObject({
    tests: [
      { kind: 'soap', partIds: ['a'] },
      { kind: 'soap', partIds: ['x'] },
    ],
    minutes: 12,
  })
  const many = settlingPlan(['a', 'b', 'c', 'd', 'e', 'f', 'x'], { limit, ways: [way(['a', 'b', 'c', 'd', 'e', 'f']), far] })!
  expect(many.tests).toMatchObject([
    { kind: 'hold', partIds: ['a', 'b', 'c', 'd', 'e', 'f'] },
    { kind: 'soap', partIds: ['x'] },
  ])
  expect(many.minutes).toBe(31)
})

test('soap shows nothing under vacuum', () => expect(kinds(['a'], [way(['a'], true)])).toEqual(['hold']))

test('what no way reaches is named instead of left out', () => {
  expect(settlingPlan(['a', 'lost'], { limit, ways: [way(['a'])] })).toMatchObject({
    beyond: ['lost'],
    tests: [{ partIds: ['a'] }],
  })
  const entries = {
    parts: [{ id: 'lost', name: 'Lost' }],
    tests: [
      {
        says: 'rate' as const,
        kind: 'hold' as const,
        id: 'h',
        name: 'Hold 1',
        at: 1,
        reached: [],
        verdict: 'sealed' as const,
        smallestSeen: limit / 2,
      },
    ],
    leaks: [],
    finds: [],
    repairs: [],
    touches: [],
    limit,
    ways: () => [],
  }
  expect(nextStep(deriveLedger(entries, 9), entries, null).sentence).toContain('look at the map')
})

test('of very many ways none is left out, though the set is then only short and not proved shortest', () => {
  const parts = Array.from({ length: 30 }, (_, k) => `p${k}`)
  const plan = settlingPlan(parts, { limit, ways: parts.map(partId => way([partId])) })!
  expect(plan.tests).toHaveLength(30)
  expect(plan.beyond).toEqual([])
  const wide = settlingPlan(parts, {
    limit,
    ways: [...parts.slice(0, 14).map((partId, k) => way([partId, parts[29 - k]!])), way(parts.slice(0, 20))],
  })!
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
      fc.array(fc.record({ reached: fc.subarray(names, { minLength: 1 }), vacuum: fc.boolean() }), { maxLength: 4 }),
      (missing, drawn) => {
        const ways = drawn.map(each => way(each.reached, each.vacuum))
        const plan = settlingPlan(missing, { limit, ways })!
        const covered = plan.tests.flatMap(test => test.partIds)
        expect([...covered, ...plan.beyond].sort()).toEqual([...missing].sort())
        for (const test of plan.tests) for (const partId of test.partIds) expect(test.way!.reached).toContain(partId)
        expect(plan.minutes).toBeLessThanOrEqual(25 * Math.min(ways.length, missing.length) + 1)
      },
    ),
  )
})

test('the van’s neck stands behind a check valve: fed at the tank it takes a second way, fed at the cap one is enough', () => {
  const van = tankKind('moulded')
  const parts = van.parts.map(part => ({ ...part, id: part.key }))
  const ways = waysToFeed(van.circuit, parts, van.workingPressure)
  const plan = settlingPlan(
    parts.map(part => part.id),
    { limit, ways },
  )!
  expect(plan.beyond).toEqual([])
  expect(plan.minutes).toBeLessThan(50)
  const byTank = ways.filter(each => each.rig === null && !each.vacuum)
  expect(byTank[0]!.reached).not.toContain('neck')
})

test('every kind of tank can be settled as it is drawn', () => {
  for (const kind of tankKinds) {
    const parts = kind.parts.map(part => ({ ...part, id: part.key }))
    expect(
      settlingPlan(
        parts.map(part => part.id),
        { limit, ways: waysToFeed(kind.circuit, parts, kind.workingPressure) },
      )!.beyond,
    ).toEqual([])
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
      each.reached.includes(partId) ? [{ i, soap: false }, ...(each.vacuum ? [] : [{ i, soap: true }])] : [],
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
      fc.array(fc.record({ reached: fc.subarray(few, { minLength: 1 }), vacuum: fc.boolean() }), {
        minLength: 1,
        maxLength: 3,
      }),
      (missing, drawn) => {
        const ways = drawn.map(each => way(each.reached, each.vacuum))
        const plan = settlingPlan(missing, { limit, ways })!
        // Whole minutes are told: at most one more for each test.
        expect(plan.minutes).toBeGreaterThanOrEqual(Math.floor(leastByTryingAll(missing, ways)))
        expect(plan.minutes).toBeLessThanOrEqual(leastByTryingAll(missing, ways) + plan.tests.length)
      },
    ),
    { numRuns: 300 },
  )
})
