import { circuitFaults } from '../circuit/circuitFaults'
import { causeOf } from '../complaint/causes'
import { signOf, singleGroups } from '../complaint/signs'
import { troubleCode } from '../complaint/troubleCodes'
import { advisedStep, followed, MOST_STEPS } from './advice'
import { historyOf } from './history'
import { huntOf, tiedPartsOf } from './hunt'
import { huntBegun, huntOnRung, lessonOf, lessonOfHandingBack } from './ladder'
import { rungKeys, rungOf, rungs } from './rungs'
import { isMended, searchOf, take } from './search'
import { holdShows } from './shows'

test('there is a rung for each trap, and each trap is of its own', () => {
  expect(rungs.map(({ key }) => key)).toEqual(rungKeys)
  expect(new Set(rungs.map(({ lesson }) => lesson)).size).toBe(rungKeys.length)
  expect(() => rungOf('a puddle' as never)).toThrow(RangeError)
})

describe.each(rungKeys)('%s', key => {
  const hunt = huntOnRung(key, 7)
  const rung = rungOf(key)
  test('is a tank that can be: its parts, its signs, its codes', () => {
    const parts = hunt.tank.parts.map(part => part.key)
    for (const { cause, partId } of hunt.faults) {
      if (partId !== null) expect(parts).toContain(partId)
      expect(causeOf(cause!).key).toBe(cause)
    }
    for (const group of singleGroups) expect(hunt.signs.filter(sign => signOf(sign).group === group).length).toBeLessThan(2)
    for (const code of hunt.codes) expect(troubleCode(code)).not.toBeNull()
    const links = hunt.tank.circuit.links.map(({ id }) => id)
    for (const id of Object.keys(hunt.stuck)) expect(links).toContain(id)
    expect(circuitFaults(hunt.tank.circuit, tiedPartsOf(hunt.tank)).filter(({ fatal }) => fatal)).toEqual([])
  })
  test('is another in size from another seed, and the same from the same', () => {
    expect(huntBegun({ seed: 7, world: 'tables', rung: key })).toEqual(hunt)
    expect(huntOnRung(key, 8).age === hunt.age && huntOnRung(key, 8).faults[0]!.rate === hunt.faults[0]!.rate).toBe(
      hunt.faults[0]!.rate === 0 && huntOnRung(key, 8).age === hunt.age,
    )
  })
  test('tells what was done before, and not what it is', () => {
    const told = historyOf(hunt).join(' ').toLowerCase()
    expect(told).not.toBe('')
    for (const { cause } of hunt.faults)
      if (key !== 'second leak') expect(told).not.toContain(causeOf(cause!).name.toLowerCase())
  })
  test('can be won by the program’s own advice', () => {
    const search = followed(hunt, advisedStep)
    expect(isMended(search)).toBe(true)
    expect(search.steps.length).toBeLessThan(MOST_STEPS)
  })
  test('its trap is told to whoever steps into it, and to nobody else', () => {
    const [fault] = hunt.faults
    expect(lessonOf(hunt, { do: 'mend', cause: fault!.cause!, partId: fault!.partId })).toBeNull()
    expect(lessonOf(hunt, { do: 'check', check: 'soap' })).toBeNull()
    const { mends } = rung.falls
    const wrong = mends === 'anything' ? (['drain'] as const) : mends
    for (const cause of wrong) expect(lessonOf(hunt, { do: 'mend', cause, partId: null })).toBe(rung.lesson)
    expect(lessonOfHandingBack(hunt) === rung.lesson).toBe(rung.falls.tight === true)
  })
})

test('a hold says nothing of what opens in motion, of what is behind the valve, and does not clear the second leak', () => {
  for (const key of ['motion only', 'valve in the way'] as const) {
    const hunt = huntOnRung(key, 3)
    expect(holdShows(hunt, hunt.faults, 1).verdict).not.toBe('leaking')
  }
  const hunt = huntOnRung('second leak', 3)
  const search = take(searchOf(hunt), { do: 'mend', cause: 'drain', partId: 'drain' })
  expect(search.verdict).toBe('leaking')
  expect(isMended(search)).toBe(false)
})

test('a hunt that is drawn whole has a history too: never of what it is', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const hunt = huntOf(seed)
    const told = historyOf(hunt)
    expect(told.length).toBeGreaterThan(0)
    expect(historyOf(hunt)).toEqual(told)
    for (const { cause } of hunt.faults)
      for (const { name } of cause ? causeOf(cause).buy : [])
        expect(told.some(line => line.startsWith(`A new ${name.toLowerCase()} is on it`))).toBe(false)
  }
})
