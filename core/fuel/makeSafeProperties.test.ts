import fc from 'fast-check'
import { craftKinds } from '../circuit/tankKinds'
import { fuelKeys } from './fuels'
import { cautionsFor, dueCautions, workActs, workPlaces, type Acknowledgement, type SafetyCase } from './makeSafe'

const cases: fc.Arbitrary<SafetyCase> = fc.record({
  craft: fc.constantFrom(...craftKinds),
  fuel: fc.constantFrom(...fuelKeys),
  capacity: fc.double({ min: 0.005, max: 0.5, noNaN: true }),
  plan: fc.record({ place: fc.constantFrom(...workPlaces), acts: fc.subarray([...workActs], { minLength: 1 }) }),
})
const keysOf = (work: SafetyCase) => cautionsFor(work).map(({ caution }) => caution.key)
const readAll = (work: SafetyCase, personId: string): Acknowledgement[] =>
  cautionsFor(work).map(({ caution, calledBy }) => ({ caution: caution.key, personId, calledBy }))

test('to plan more never takes a caution away', () => {
  fc.assert(
    fc.property(cases, fc.constantFrom(...workActs), (work, act) => {
      const more = { ...work, plan: { ...work.plan, acts: [...new Set([...work.plan.acts, act])] } }
      expect(keysOf(more)).toEqual(expect.arrayContaining(keysOf(work)))
    }),
  )
})

test('to plan less asks nobody to read again; whoever has read nothing has all of it to read', () => {
  fc.assert(
    fc.property(cases, cases, (work, other) => {
      const read = readAll(work, 'finn')
      const less = { ...work, plan: { ...work.plan, acts: work.plan.acts.filter(act => other.plan.acts.includes(act)) } }
      expect(dueCautions(cautionsFor(less), read, 'finn')).toEqual([])
      expect(dueCautions(cautionsFor(work), read, 'oda')).toEqual(cautionsFor(work))
    }),
  )
})

test('what is due in another plan is just what something new calls for, and reading it settles it', () => {
  fc.assert(
    fc.property(cases, cases, (before, after) => {
      const then = { ...before, plan: after.plan }
      const read = readAll(before, 'finn')
      const due = dueCautions(cautionsFor(then), read, 'finn')
      for (const { caution, calledBy } of due)
        expect(calledBy.some(call => !read.some(each => each.caution === caution.key && each.calledBy.includes(call)))).toBe(
          true,
        )
      const settled = [...read, ...due.map(({ caution, calledBy }) => ({ caution: caution.key, personId: 'finn', calledBy }))]
      expect(dueCautions(cautionsFor(then), settled, 'finn')).toEqual([])
    }),
  )
})

test('air and heat are never planned without what keeps them from hurting', () => {
  fc.assert(
    fc.property(cases, work => {
      const keys = keysOf(work)
      if (work.plan.acts.includes('air or smoke'))
        expect(keys).toEqual(expect.arrayContaining(['energy', 'gas', 'vapour', 'protection']))
      if (work.plan.acts.includes('heat or sparks'))
        expect(keys).toEqual(expect.arrayContaining(['heat', 'vapour', 'extinguisher']))
      if (work.plan.acts.includes('remove the tank')) expect(keys).toEqual(expect.arrayContaining(['weight', 'second-person']))
      expect(keys.includes('inside')).toBe(work.plan.place === 'inside the craft')
      expect(keys.includes('aircraft')).toBe(work.craft === 'light aircraft')
      expect(keys.includes('commercial')).toBe(work.craft === 'heavy vehicle')
    }),
  )
})
