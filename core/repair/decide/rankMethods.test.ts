import { usualDefect } from '../defect/defect'
import { rankingCases } from './rankingCases.fixture'
import { rankMethods, schoolOf, type TriedCase } from './rankMethods'
import { schools } from './schools'

const caseOf = (told: string): TriedCase => {
  const { craft, tank, family, fuel, defect, tried } = rankingCases.find(each => each.told === told)!
  return { craft, family, fuel, defect: { ...usualDefect(family, tank, null), ...defect }, ...(tried && { tried }) }
}

test('there are forty cases, and they are of every craft and fuel', () => {
  expect(rankingCases).toHaveLength(40)
  expect(new Set(rankingCases.map(each => each.craft)).size).toBe(5)
  expect(new Set(rankingCases.map(each => each.fuel)).size).toBe(5)
})

test.each(rankingCases.map(each => [each.told, each] as const))('%s', (told, { best, never }) => {
  const { ways, notHere } = rankMethods(caseOf(told))
  expect(ways[0]!.method.key).toBe(best)
  for (const key of never ?? []) expect(notHere.map(({ method }) => method.key)).toContain(key)
})

test('each is either possible or refused with a reason, and none both', () => {
  for (const { told } of rankingCases) {
    const { ways, notHere } = rankMethods(caseOf(told))
    expect(ways.length + notHere.length).toBe(16)
    for (const { why } of notHere) expect(why.length).toBeGreaterThan(10)
    expect(ways.filter(way => way.isDefault).length).toBeLessThanOrEqual(1)
  }
})

test('what came back is no longer the default, and says so', () => {
  const { ways, school } = rankMethods(caseOf('it is back after wicking'))
  const wick = ways.find(({ method }) => method.key === 'wick')!
  expect(wick.isDefault).toBe(false)
  expect(wick.reasons.join()).toContain('once and came back')
  expect(school!.why).toContain('if it returns, open it')
})

test('a particular question is found before the general one', () => {
  expect(schoolOf(caseOf('rivet that turns'))!.key).toBe('rivet-moves')
  expect(schoolOf(caseOf('return union, thread of another form'))!.key).toBe('hose-thread')
  for (const school of schools) expect(new Set(school.order.map(each => each.method)).size).toBe(school.order.length)
})

test('what was tried on this leak and came back stands behind what was not, and says so', () => {
  const its = caseOf('it is back after wicking')
  const places = (tried: TriedCase['tried']) => rankMethods({ ...its, tried }).ways.map(way => way.method.key)
  const fresh = places({})
  const [first, second] = fresh
  expect(places({ [second!]: 1 }).indexOf(second!)).toBeGreaterThan(fresh.indexOf(second!))
  expect(places({ [first!]: 2 })[0]).not.toBe(first)
  const tried = rankMethods({ ...its, tried: { [second!]: 2 } }).ways.find(way => way.method.key === second)!
  expect(tried.reasons).toContain('it was done here 2 times and came back')
})
