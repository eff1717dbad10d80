import { reach } from '../circuit/reach'
import { tankKinds } from '../circuit/tankKinds'
import { checkOf, checks } from '../complaint/checks'
import { opposites, signs, singleGroups } from '../complaint/signs'
import { proposedClosures } from '../circuit/proposedClosures'
import { advisedStep, followed, listStep, MOST_STEPS } from './advice'
import { bestStep } from './bestPath'
import { casePartsOf, huntOf, tiedPartsOf, worlds, type Hunt } from './hunt'
import { isFalselySealed, isMended, searchOf, take } from './search'
import { checkShows, holdShows, testReach, walkShows } from './shows'

const many = Array.from({ length: 200 }, (_, k) => k + 1)

describe('a hunt', () => {
  test.each(worlds)('is drawn from its seed alone, and can be: %s', world => {
    for (const seed of many) {
      const hunt = huntOf(seed, world)
      expect(huntOf(seed, world)).toEqual(hunt)
      const parts = casePartsOf(hunt.tank).map(({ id }) => id)
      expect(hunt.signs.length).toBeGreaterThan(0)
      for (const group of singleGroups)
        expect(hunt.signs.filter(key => signs.find(each => each.key === key)!.group === group).length).toBeLessThanOrEqual(1)
      for (const pair of opposites) expect(pair.every(key => hunt.signs.some(said => said === key))).toBe(false)
      for (const { partId, rate, cause } of hunt.faults) {
        if (partId !== null) expect(parts).toContain(partId)
        expect(rate).toBeGreaterThanOrEqual(partId === null ? 0 : 2 * hunt.tank.acceptance)
        if (world === 'tables') expect(cause).not.toBeNull()
      }
    }
  })
  test('of another seed is another', () => {
    const drawn = many.map(seed => huntOf(seed))
    expect(new Set(drawn.map(({ tank }) => tank.key)).size).toBe(tankKinds.length)
    expect(new Set(drawn.flatMap(({ faults }) => faults.map(({ cause }) => cause))).size).toBeGreaterThan(25)
    expect(drawn.filter(({ faults }) => faults.length === 2).length).toBeGreaterThan(8)
    expect(many.filter(seed => huntOf(seed, 'wild').faults.some(({ cause }) => cause === null)).length).toBeGreaterThan(8)
  })
  test('complaints follow the tables: what a cause mostly shows is said more of it than of others', () => {
    const said = (cause: string) => {
      const own = many.map(seed => huntOf(seed)).filter(({ faults }) => faults.length === 1 && faults[0]!.cause === cause)
      return (
        own.filter(({ signs: told }) => told.includes('brim-full') || told.includes('full-only') || told.includes('wet-top'))
          .length / own.length
      )
    }
    expect(said('sender-seal')).toBeGreaterThan(said('drain'))
  })
})

const moulded = tankKinds.find(({ key }) => key === 'moulded')!
const ring = moulded.parts.find(({ family }) => family === 'sender')!.key
/** A hunt with one leak where we want it. */
const withLeak = (change: Partial<Hunt['faults'][number]>, stuck: Hunt['stuck'] = {}): Hunt => ({
  ...huntOf(1),
  tank: moulded,
  faults: [{ cause: 'canister', partId: 'canister', rate: 40, whenMoving: false, ...change }],
  stuck,
  world: 'tables',
})

describe('what is hidden shows itself', () => {
  test('a check shows the same again, and nothing of what is mended', () => {
    const hunt = withLeak({ cause: 'sender-seal', partId: ring })
    for (const check of checks.filter(({ test: of }) => !of)) {
      const shown = checkShows(hunt, hunt.faults, check)
      expect(checkShows(hunt, hunt.faults, check)).toEqual(shown)
      expect(checkShows(hunt, [], check).outcome).toBe(check.rest.key)
    }
  })
  test('as often as its hits say', () => {
    const check = checkOf('ring-tight')
    const loose = many.filter(
      seed =>
        checkShows({ ...withLeak({ cause: 'sender-seal' }), seed }, withLeak({ cause: 'sender-seal' }).faults, check)
          .outcome !== check.rest.key,
    ).length
    const most = check.outcomes.filter(each => each.for.includes('sender-seal')).reduce((sum, each) => sum + each.hit, 0)
    expect(Math.abs(loose / many.length - Math.min(0.97, most))).toBeLessThan(0.12)
  })
  test('a walk that cannot reach it shows nothing, though everybody thinks that it was reached', () => {
    const { tank } = withLeak({})
    const parts = tiedPartsOf(tank)
    const closures = proposedClosures(parts)
    const reached = (links: Hunt['stuck']) =>
      reach(tank.circuit, parts, { closures, links, pressure: tank.workingPressure }).reached
    const valve = tank.circuit.links.find(
      ({ id, normally }) => normally === 'open' && reached({ [id]: 'shut' }).length < reached({}).length,
    )!
    const behind = reached({}).find(id => !reached({ [valve.id]: 'shut' }).includes(id))!
    const open = withLeak({ partId: behind, cause: null, rate: 200 })
    const shut = withLeak({ partId: behind, cause: null, rate: 200 }, { [valve.id]: 'shut' })
    expect(testReach(shut).thought).toContain(behind)
    expect(testReach(shut).truth.has(behind)).toBe(false)
    const finds = (hunt: Hunt) =>
      [1, 2, 3, 4, 5].filter(k => walkShows(hunt, hunt.faults, 'smoke', k).found.includes(behind)).length
    expect(finds(open)).toBeGreaterThan(2)
    expect(finds(shut)).toBe(0)
    expect(holdShows(shut, shut.faults, 1).verdict).not.toBe('leaking')
    expect(holdShows(open, open.faults, 1).verdict).toBe('leaking')
  })
  test('what opens only under way is quiet at rest; what is too small for smoke is still seen by soap', () => {
    const moving = withLeak({ partId: ring, whenMoving: true })
    expect(walkShows(moving, moving.faults, 'soap', 1).found).toEqual([])
    const fine = withLeak({ partId: ring, rate: 0.4 })
    expect([1, 2, 3].some(k => walkShows(fine, fine.faults, 'smoke', k).found.length > 0)).toBe(false)
    expect([1, 2, 3].some(k => walkShows(fine, fine.faults, 'soap', k).found.includes(ring))).toBe(true)
  })
})

describe('a search', () => {
  test('what is opened stays open, and a wrong new part is counted', () => {
    const hunt = withLeak({ cause: 'drain', partId: ring })
    const first = take(searchOf(hunt), { do: 'check', check: 'cover-off' })
    const second = take(first, { do: 'mend', cause: 'sender-terminals', partId: ring })
    expect(first.minutes).toBeGreaterThan(checkOf('cover-off').minutes)
    expect(second.steps.at(-1)!.outcome).toBe('not it')
    expect(second.inVain).toBe(1)
    expect(isMended(second)).toBe(false)
    const third = take(second, { do: 'mend', cause: 'drain', partId: null })
    expect(third.steps.at(-1)!.outcome).toBe('mended')
    expect(isMended(third)).toBe(true)
  })
  test('a part on which a test showed it is mended whatever it was called', () => {
    const hunt = withLeak({ cause: null, partId: ring, rate: 60 })
    const blind = take(searchOf(hunt), { do: 'mend', cause: 'sender-seal', partId: ring })
    expect(isMended(blind)).toBe(false)
    let search = take(searchOf(hunt), { do: 'check', check: 'soap' })
    expect(search.steps[0]!.outcome).toBe('found')
    search = take(search, { do: 'mend', cause: 'sender-seal', partId: ring })
    expect(isMended(search)).toBe(true)
  })
  test('“sealed” while it leaks would be told', () => {
    const hunt = withLeak({ partId: ring })
    expect(isFalselySealed({ ...searchOf(hunt), verdict: 'sealed' })).toBe(true)
    expect(isFalselySealed({ ...searchOf(hunt), verdict: 'sealed', left: [] })).toBe(false)
    expect(isFalselySealed({ ...searchOf(hunt), verdict: 'cannot-tell' })).toBe(false)
  })
  test.each(worlds)('the advice ends hunts, in less time than a list, and none in a false “sealed”: %s', world => {
    const hunts = many.slice(0, 12).map(seed => huntOf(seed, world))
    const advised = hunts.map(hunt => followed(hunt, advisedStep))
    const listed = hunts.map(hunt => followed(hunt, listStep))
    const minutes = (all: typeof advised) => all.reduce((sum, each) => sum + each.minutes, 0)
    expect(advised.filter(isMended).length / hunts.length).toBeGreaterThanOrEqual(0.9)
    expect(minutes(advised)).toBeLessThan(minutes(listed))
    expect(advised.filter(isFalselySealed)).toEqual([])
  })
  test('the best step is one that can be done, the same each time, and leads to the end', () => {
    const hunt = huntOf(9)
    expect(bestStep(searchOf(hunt))).toEqual(bestStep(searchOf(hunt)))
    const path = followed(hunt, bestStep)
    expect(isMended(path)).toBe(true)
    expect(path.steps.length).toBeLessThan(MOST_STEPS)
  })
})
