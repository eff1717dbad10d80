import { tankKind } from '../core/circuit/tankKinds'
import { harmlessFuel, gasLimitForFuel } from '../core/fuel/fuelThroughLeak'
import { fuels } from '../core/fuel/fuels'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { liveParts, placeName, reachOn, targetPressure } from './jobCircuit'
import { jobView, partView } from './jobView.fixture'
import { fuelLimit, ledgerParts, partLimit } from './ledgerParts'
import type { JobView } from './views'

/** A job on a tank of a kind as it comes. */
function jobOf(key: string, change: Partial<JobView> = {}): JobView {
  const kind = tankKind(key)
  const parts = kind.parts.map((part, position) => partView(part.key, { ...part, id: part.key, position }))
  return jobView({ tankKind: key, circuit: kind.circuit, parts, acceptance: throughputFromStandard(2), ...change })
}

test('parts that were taken off are on the tank no more, and out of its reach', () => {
  const job = jobView({ parts: [partView('a', { opening: true }), partView('b', { removedAt: 3 })] })
  expect(liveParts(job).map(({ id }) => id)).toEqual(['a'])
  expect(reachOn(job, { closures: { a: 'fed' }, links: {}, pressure: 5000 }).reached).toEqual(['a'])
})

test('a place is named whether it is a part, a space or a valve', () => {
  const job = jobOf('moulded')
  const space = job.circuit.spaces.find(({ id }) => id === 'vapour')!
  const link = job.circuit.links.find(({ id }) => id === 'vent')!
  expect(placeName(job, 'cap')).toBe(job.parts.find(({ id }) => id === 'cap')!.name)
  expect(placeName(job, space.id)).toBe(space.name)
  expect(placeName(job, link.id)).toBe(link.name)
  expect(placeName(job, 'nowhere')).toBe('a place')
  const own = jobView({ parts: [partView('vent')] })
  expect(placeName({ ...job, parts: own.parts }, 'vent')).toBe('VENT')
})

test('a tank is tested at what is usual for its kind, never above its own limit', () => {
  expect(targetPressure(jobView({ tankKind: 'small-steel', pressureLimit: 7000 }))).toBe(5000)
  expect(targetPressure(jobView({ tankKind: 'small-steel', pressureLimit: 3000 }))).toBe(3000)
})

test('where fuel stands the limit is what neither drips nor stains, as somebody set it, or the system’s where that is less', () => {
  const petrol = jobView({ fuel: 'petrol' }),
    diesel = jobView({ fuel: 'diesel' })
  const from = (key: string) =>
    gasLimitForFuel(
      5000,
      fuels.find(each => each.key === key)!,
    )
  const wide = throughputFromStandard(1000)
  expect(fuelLimit({ ...petrol, acceptance: wide })).toBe(from('petrol'))
  expect(fuelLimit({ ...diesel, acceptance: wide })).toBe(from('diesel'))
  expect(fuelLimit({ ...petrol, acceptance: wide, fuelAcceptance: 2e-4 })).toBe(2e-4)
  expect(fuelLimit({ ...petrol, acceptance: 1e-5 })).toBe(1e-5)
  expect(harmlessFuel(fuels.find(each => each.key === 'petrol')!)).toBeGreaterThan(0)
})

test('each part is held against the limit of its side, in the directions of its service', () => {
  const job = jobOf('moulded', { parts: [...jobOf('moulded').parts, partView('patch', { family: 'wall', addedAt: 77 })] })
  const rows = new Map(ledgerParts(job).map(part => [part.id, part]))
  expect(rows.get('strap')).toMatchObject({ limit: fuelLimit(job), service: ['pressure'], opens: false, since: -Infinity })
  expect(rows.get('pump-ring')!.opens).toBe(true)
  expect(rows.get('canister')).toMatchObject({ limit: job.acceptance, service: ['pressure', 'vacuum'] })
  expect(rows.get('patch')).toMatchObject({ name: 'PATCH', opens: false, since: 77 })
  expect(
    partLimit(
      job,
      job.parts.find(({ id }) => id === 'canister')!,
    ),
  ).toBe(job.acceptance)
})
