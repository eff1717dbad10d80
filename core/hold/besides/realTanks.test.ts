import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import { compressionWarmth, discrepancies } from './discrepancy'
import { estimateHold, liveHold } from '../estimateHold'
import type { HoldSetup, Reading } from '../holdSetup'
import { leakPaths } from './leakPaths'
import { pumpings } from './pumpings'
import type { Surroundings } from './surroundings'

const mLmin = throughputFromStandard
const indoors: Surroundings = { place: 'indoors', wall: 'metal', inside: 'aired' }
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.02, wallGive: 0 },
  volumeUncertainty: 0.0004,
  wallGiveUncertainty: 0,
  gauge: { resolution: 1, noise: 1 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 5000,
  limit: mLmin(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
  surroundings: indoors,
}
/** What a leak takes from the pressure, Pa a second. */
const fallOf = (rate: number) => mLmin(rate) / 0.02
const pressureAt = 5000
/** A reading each ten seconds, in air and beside a skin that hardly move unless told. */
const record = (
  shape: (t: number) => number,
  { minutes = 45, skin = (_: number): number => 293.15, events = {} as Record<number, string>, every = 10 } = {},
): Reading[] =>
  Array.from({ length: (minutes * 60) / every + 1 }, (_, k) => {
    const t = k * every
    return {
      t,
      pressure: Math.round(shape(t) + normalAt(7, 0, k)),
      temperature: skin(t),
      barometer: 101_325,
      ...(events[t] !== undefined && { event: events[t] }),
    }
  })
const verdictOf = (readings: Reading[], change: Partial<HoldSetup> = {}) =>
  estimateHold({ ...setup, ...change }, readings).verdict
const seriesOf = (readings: Reading[], change: Partial<HoldSetup> = {}) => {
  const hold = liveHold(setup)
  hold.take(readings)
  return hold.explain({ ...setup, ...change }).series
}

describe('what is told of the surroundings', () => {
  test('a still record earns its certainty: tight is sealed, three times the limit leaks', () => {
    expect(verdictOf(record(() => pressureAt))).toBe('sealed')
    expect(verdictOf(record(t => pressureAt - fallOf(3) * t))).toBe('leaking')
  })
  test('a leak that closes after ten minutes is no sealed tank, however long it stands still after that', () => {
    for (const minutes of [30, 60]) {
      const closes = estimateHold(
        setup,
        record(t => pressureAt - fallOf(5) * Math.min(t, 600), { minutes }),
      )
      expect(closes.verdict).not.toBe('sealed')
      expect(closes.below95).toBeGreaterThan(mLmin(4))
    }
  })
  test('a plastic wall that goes on giving takes its share of a fall, and leaves a doubt', () => {
    const creeps = record(t => pressureAt - 150 * Math.log10(1 + t / 60))
    const give = { ...setup, space: { volume: 0.02, wallGive: 5e-6 }, wallGiveUncertainty: 1e-6 }
    const plastic = estimateHold({ ...give, surroundings: { ...indoors, wall: 'plastic' } }, creeps)
    expect(plastic.verdict).not.toBe('leaking')
    expect(plastic.leakRate).toBeLessThan(estimateHold(give, creeps).leakRate)
  })
  test('with fuel in it a coarse gauge that stands still for a few minutes may hide a leak', () => {
    const still = record(() => pressureAt, { minutes: 14 })
    const bound = (inside: Surroundings['inside']) =>
      estimateHold({ ...setup, gauge: { resolution: 10, noise: 20 }, surroundings: { ...indoors, inside } }, still).below95
    expect(bound('wet with fuel')).toBeGreaterThan(1.2 * bound('dry'))
  })
  test('a skin that moves leaves a doubt of its share, outdoors more than in a room', () => {
    const moves = record(t => pressureAt + (5000 + 101_325) * ((0.8 * t) / 2700 / 293), {
      skin: t => 293.15 + (0.8 * t) / 2700,
    })
    const doubt = (surroundings: Surroundings, readings: Reading[]) =>
      estimateHold({ ...setup, surroundings }, readings).budget.unseenTemperature
    const still = record(() => pressureAt)
    expect(doubt(indoors, moves)).toBeGreaterThan(1.2 * doubt(indoors, still))
    expect(doubt({ ...indoors, place: 'outdoors' }, still)).toBeGreaterThan(1.5 * doubt(indoors, still))
    expect(doubt({ ...indoors, place: 'still room' }, still)).toBeLessThan(doubt(indoors, still))
  })
  test('a rising gauge is no sight of a tight tank', () => {
    const { verdict, belowZero } = estimateHold(
      setup,
      record(t => pressureAt + 0.3 * t),
    )
    expect(verdict).toBe('cannot-tell')
    expect(belowZero).toBe(true)
  })
  test('much vapour that nobody told of is seen for what it is, and seals nothing', () => {
    const rises = record(t => pressureAt + 600 * (1 - Math.exp(-t / 700)) - fallOf(3) * t)
    const { verdict, below95 } = estimateHold(setup, rises)
    expect(verdict).not.toBe('sealed')
    expect(below95).toBeGreaterThan(mLmin(3))
  })
  test('a tank that settles twice, the second time slowly, is no leaking one', () => {
    expect(verdictOf(record(t => pressureAt + 350 * Math.exp(-t / 70) + 120 * Math.exp(-t / 900)))).not.toBe('leaking')
  })
  test('the budget names what acts: vapour with fuel, creep in plastic, the instruments, a change of the leak', () => {
    const still = record(() => pressureAt, { minutes: 25 })
    const budgetOf = (surroundings: Surroundings) =>
      estimateHold({ ...setup, space: { volume: 0.02, wallGive: 5e-6 }, surroundings }, still).budget
    const wet = budgetOf({ ...indoors, inside: 'wet with fuel' })
    expect(wet.fuelVapour).toBeGreaterThan(3 * budgetOf({ ...indoors, inside: 'dry' }).fuelVapour)
    expect(budgetOf({ ...indoors, wall: 'plastic' }).wallCreep).toBeGreaterThan(0)
    expect(budgetOf(indoors).wallCreep).toBe(0)
    expect(budgetOf(indoors).instrumentDrift).toBeGreaterThan(0)
    expect(budgetOf(indoors).leakChange).toBeGreaterThan(0)
    expect(estimateHold({ ...setup, surroundings: undefined }, still).budget).toMatchObject({
      unseenTemperature: 0,
      fuelVapour: 0,
      wallCreep: 0,
      instrumentDrift: 0,
      leakChange: 0,
    })
  })
  test('warm gas of a pump settles by more than a degree and is not taken for a leak', () => {
    const kelvin = (5000 + 101_325) / 293
    expect(verdictOf(record(t => pressureAt - 2.5 * kelvin * (1 - Math.exp(-t / 180))))).not.toBe('leaking')
  })
})

describe('what looks wrong is named', () => {
  const signs = (readings: Reading[], surroundings: Surroundings | undefined = indoors) =>
    estimateHold({ ...setup, surroundings }, readings).signs
  const still = record(() => pressureAt)
  test('nothing in a still record', () => expect(signs(still)).toEqual([]))
  test('a rise, with or without what was told', () => {
    const rises = record(t => pressureAt + 0.3 * t)
    expect(signs(rises)).toContain('rises')
    expect(estimateHold({ ...setup, surroundings: undefined }, rises).signs).toEqual(['rises'])
  })
  test('a fall that stops', () =>
    expect(signs(record(t => pressureAt - fallOf(5) * Math.min(t, 600)))).toContain('falls and stops'))
  test('a wander that no thermometer shows', () =>
    expect(signs(record(t => pressureAt + 170 * Math.sin(t / 300)))).toContain('wanders'))
  test('fuel that nobody told of, and none where it was told', () => {
    const vapour = record(t => pressureAt + 600 * (1 - Math.exp(-t / 500)))
    expect(signs(vapour)).toContain('vapour not told')
    expect(signs(vapour, { ...indoors, inside: 'wet with fuel' })).not.toContain('vapour not told')
  })
  test('a top-up that nobody told of, and marks that are not what the gauge shows', () => {
    const topped = (event?: string) =>
      record(t => (t < 1200 ? pressureAt - fallOf(2) * t : pressureAt - fallOf(2) * (t - 1200)), {
        events: event ? { 1200: event } : {},
      })
    const falls = (t: number) => pressureAt - fallOf(2) * t - (t < 1200 ? 0 : 600)
    expect(signs(topped())).toContain('jump not told')
    expect(signs(topped('topped up'))).not.toContain('jump not told')
    const tapped = (t: number) => estimateHold(setup, topped(), [{ t, kind: 'top-up' }]).signs
    expect(tapped(1185)).not.toContain('jump not told')
    expect(tapped(1100)).toContain('jump not told')
    expect(signs(topped('topped up'))).not.toContain('marks do not fit')
    expect(signs(topped('vented'))).toContain('marks do not fit')
    expect(signs(record(falls, { events: { 1200: 'pumped' } }))).toContain('marks do not fit')
    expect(signs(record(falls, { events: { 1200: 'knock' } }))).not.toContain('marks do not fit')
    expect(signs(record(falls, { events: { 0: 'closed at room pressure' } }))).toContain('marks do not fit')
  })
  test('nine kelvin indoors', () => {
    const warm = record(t => pressureAt + (106_325 * ((9 * t) / 2700)) / 293, { skin: t => 293.15 + (9 * t) / 2700 })
    expect(signs(warm)).toContain('more than its place')
    expect(signs(warm, { ...indoors, place: 'outdoors' })).not.toContain('more than its place')
  })
})

describe('a bracketed hold', () => {
  // Closed for five minutes, pumped, topped up, let out again; all the while it warms or leaks.
  const events = { 0: 'closed at room pressure', 300: 'pumped', 1200: 'topped up', 1800: 'vented and closed' }
  const staged = (leak: number, drift: number) =>
    record(
      t => {
        const under = Math.min(Math.max(0, t - 300), 900) * fallOf(leak)
        const topped = Math.max(0, Math.min(t, 1800) - 1200) * fallOf(leak)
        return drift * t + (t < 300 || t >= 1800 ? 0 : t < 1200 ? 5000 - under : 5000 - topped)
      },
      { minutes: 36, events },
    )
  test('knows how far each pumping moved the pressure, and that it began without any', () => {
    expect(pumpings(setup, seriesOf(staged(0, 0))).map(({ share }) => Math.round(10 * share) / 10)).toEqual([0, 1, 0, -1])
    expect(pumpings(setup, seriesOf(record(() => pressureAt))).map(({ share }) => Math.round(10 * share) / 10)).toEqual([1])
  })
  test('finds drift in the blanks that a plain hold takes for a leak, and the leak beside it', () => {
    const drift = -fallOf(1)
    const rate = (readings: Reading[]) => estimateHold(setup, readings).leakRate / mLmin(1)
    expect(rate(staged(0, drift))).toBeLessThan(rate(record(t => pressureAt + drift * t)))
    expect(verdictOf(staged(0, drift))).not.toBe('leaking')
    expect(rate(staged(8, drift))).toBeGreaterThan(6)
    expect(verdictOf(staged(8, drift))).toBe('leaking')
  })
})

describe('a hold that was never near its test pressure', () => {
  const never = (pressure: number, events = {}) =>
    estimateHold(
      setup,
      record(t => (t < 600 ? 0 : pressure), { events }),
    )
  const bracket = { 0: 'closed at room pressure', 600: 'pumped' }
  test('seals nothing, however still it stood, and says so', () => {
    for (const pressure of [0, 300, 3000]) {
      const { verdict, signs } = never(pressure, pressure ? bracket : { 0: bracket[0] })
      expect(verdict).not.toBe('sealed')
      expect(signs).toEqual(['too little pressure'])
    }
    expect(never(5000, bracket).signs).not.toContain('too little pressure')
  })
  test('and would have seen no small leak', () => expect(never(0, { 0: bracket[0] }).smallestSeen).toBeGreaterThan(mLmin(1)))
})

describe('ways of looking at a hold', () => {
  const series = seriesOf(record(t => pressureAt - 0.05 * t))
  test('their beliefs make one, each effect is as long as the record, none is endless', () => {
    for (const surroundings of [
      indoors,
      { ...indoors, wall: 'plastic' },
      { ...indoors, inside: 'wet with fuel' },
    ] as Surroundings[]) {
      const { always, choices } = discrepancies(setup, surroundings, series)
      for (const choice of choices) expect(choice.reduce((sum, option) => sum + option.belief, 0)).toBeCloseTo(1, 9)
      for (const effect of [...always, ...choices.flatMap(choice => choice.flatMap(option => option.effects))]) {
        expect(effect.column).toHaveLength(series.times.length)
        expect(effect.column.every(Number.isFinite)).toBe(true)
        expect(effect.spread).toBeGreaterThan(0)
        expect(effect.spread).toBeLessThan(1e4)
      }
    }
  })
  test('a leak goes on, closes or opens only above a pressure; without surroundings it goes on', () => {
    const paths = leakPaths(setup, series, series.inventory, ['viscous', 'orifice'])
    expect(paths.reduce((sum, path) => sum + path.belief, 0)).toBeCloseTo(1, 12)
    expect(paths.filter(path => !path.changes)).toHaveLength(2)
    const [steady, , first] = paths
    const end = series.times.length - 1
    expect(first!.exposure[end]).toBeLessThan(0.2 * steady!.exposure[end]!)
    expect(first!.exposure[end]).toBeGreaterThan(0.08 * steady!.exposure[end]!)
    const opens = paths.at(-1)!
    expect(opens.exposure[end]).toBeLessThan(steady!.exposure[end]!)
    expect(leakPaths({ ...setup, surroundings: undefined }, series, series.inventory, ['viscous'])).toMatchObject([
      { changes: false, belief: 1 },
    ])
  })
  test('compression warms by 84 K for each share of the pressure', () => {
    expect(compressionWarmth({ ...setup, testPressure: 101_325 })).toBe(42)
    expect(compressionWarmth({ ...setup, testPressure: 5000 })).toBeCloseTo(3.95, 2)
  })
})
