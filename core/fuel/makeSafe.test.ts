import { craftKinds } from '../circuit/tankKinds'
import { cautions, cautionsFor, dueCautions, USUAL_PLAN, workActs, type SafetyCase } from './makeSafe'

const van: SafetyCase = { craft: 'road vehicle', fuel: 'petrol', capacity: 0.06, plan: USUAL_PLAN }
const keys = (change: Partial<SafetyCase> = {}) => cautionsFor({ ...van, ...change }).map(each => each.caution.key)

test('every craft is warned of air, power and, before air goes in, of vapour, energy and oxygen', () => {
  for (const craft of craftKinds)
    expect(keys({ craft })).toEqual(expect.arrayContaining(['air', 'power', 'extinguisher', 'vapour', 'energy', 'gas']))
})

test('only what applies is shown: by craft, fuel, size, place and what is planned', () => {
  expect(keys()).not.toEqual(expect.arrayContaining(['boat']))
  expect(keys({ craft: 'boat' })).toContain('boat')
  expect(keys({ craft: 'light aircraft' })).toContain('aircraft')
  expect(keys({ craft: 'heavy vehicle' })).toContain('commercial')
  expect(keys({ craft: 'boat' })).not.toContain('commercial')
  expect(keys()).not.toContain('heat')
  expect(keys({ plan: { place: 'outdoors', acts: ['heat or sparks'] } })).toContain('heat')
  expect(keys({ plan: { place: 'outdoors', acts: ['drain'] } })).toContain('bonding')
  expect(keys({ fuel: 'diesel', plan: { place: 'outdoors', acts: ['drain'] } })).not.toContain('bonding')
  expect(keys({ fuel: 'diesel' })).toContain('warm-diesel')
  expect(keys({ plan: { place: 'outdoors', acts: ['remove the tank'] } })).not.toContain('big-tank')
  expect(keys({ capacity: 0.21, plan: { place: 'outdoors', acts: ['remove the tank'] } })).toContain('big-tank')
  expect(keys({ plan: { place: 'indoors', acts: ['look'] } })).toContain('indoors')
})

test('each says why, and every act is called for by something of its own', () => {
  for (const caution of cautions) expect(caution.why.length).toBeGreaterThan(20)
  for (const act of workActs.filter(each => each !== 'look'))
    expect(cautions.some(caution => caution.acts?.includes(act))).toBe(true)
})

test('read once it is out of the way; it is back for another person, another place, and what is newly planned', () => {
  const called = cautionsFor(van)
  const read = called.map(({ caution, calledBy }) => ({ caution: caution.key, personId: 'finn', calledBy }))
  expect(dueCautions(called, [], 'finn')).toHaveLength(called.length)
  expect(dueCautions(called, read, 'finn')).toEqual([])
  expect(dueCautions(called, read, 'oda')).toHaveLength(called.length)
  const due = (change: Partial<SafetyCase>) =>
    dueCautions(cautionsFor({ ...van, ...change }), read, 'finn').map(each => each.caution.key)
  expect(due({ plan: { ...USUAL_PLAN, acts: [...USUAL_PLAN.acts, 'heat or sparks'] } })).toEqual(['vapour', 'heat'])
  expect(due({ plan: { ...USUAL_PLAN, place: 'indoors' } })).toEqual(expect.arrayContaining(['air', 'indoors', 'vapour']))
  expect(due({ plan: { ...USUAL_PLAN, acts: ['look'] } })).toEqual([])
})
