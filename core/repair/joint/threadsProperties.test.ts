import fc from 'fast-check'
import { clampFit, clampsFor, clampSizes, hoseWhenOn } from './clamps'
import { looksLike, sealsBy, threadCandidates, threads, usualTorque } from './threads'

const thread = fc.constantFrom(...threads)
const length = (min: number, max: number) => fc.double({ min, max, noNaN: true })

test('every thread is found when it is measured as male threads are: a little under, its pitch to a hundredth or so', () => {
  fc.assert(
    fc.property(thread, length(0.02e-3, 0.3e-3), length(-0.015, 0.015), (each, under, off) => {
      expect(
        threadCandidates({ outside: each.outside - under, pitch: each.pitch * (1 + off), taper: null, seat: null }),
      ).toContain(each)
      expect(
        threadCandidates({ outside: each.outside - under, pitch: each.pitch * (1 + off), taper: each.taper, seat: each.seat }),
      ).toContain(each)
    }),
  )
})

test('what was seen of it narrows it down and never brings in another', () => {
  fc.assert(
    fc.property(thread, each => {
      const measured = { outside: each.outside - 0.1e-3, pitch: each.pitch }
      const open = threadCandidates({ ...measured, taper: null, seat: null })
      for (const taper of [true, false]) {
        const looked = threadCandidates({ ...measured, taper, seat: null })
        expect(looked.every(other => other.taper === taper && open.includes(other))).toBe(true)
      }
      for (const seat of [37, 45] as const)
        expect(threadCandidates({ ...measured, taper: null, seat }).every(other => other.seat === seat)).toBe(true)
    }),
  )
})

test('to look alike is mutual, and never a thread with itself or with what seals on it', () => {
  for (const each of threads) {
    for (const other of looksLike(each)) {
      expect(other).not.toBe(each)
      expect(other.form !== each.form || other.seat !== each.seat).toBe(true)
      expect(looksLike(other)).toContain(each)
    }
    expect(sealsBy[each.form].length).toBeGreaterThan(5)
  }
})

test('names are their own, and lengths are those of threads on tanks', () => {
  expect(new Set(threads.map(each => each.name)).size).toBe(threads.length)
  for (const each of threads) {
    expect(each.outside).toBeGreaterThan(0.005)
    expect(each.outside).toBeLessThan(0.04)
    expect(each.pitch / each.outside).toBeGreaterThan(0.03)
    expect(each.pitch / each.outside).toBeLessThan(0.22)
  }
  for (const row of usualTorque) expect(row.steel[1] / row.steel[0]).toBeLessThan(1.6)
})

test('a hose pushed on keeps the section of its wall', () => {
  fc.assert(
    fc.property(length(0.004, 0.05), length(0.001, 0.008), length(1, 1.3), (inside, wall, stretch) => {
      const outside = inside + 2 * wall,
        spigot = inside * stretch
      const on = hoseWhenOn(inside, outside, spigot)
      expect(on ** 2 - spigot ** 2).toBeCloseTo(outside ** 2 - inside ** 2, 12)
      expect(on).toBeGreaterThanOrEqual(outside - 1e-12)
    }),
  )
})

test('clamps that are offered close on it, those in their middle third first', () => {
  fc.assert(
    fc.property(length(0.006, 0.08), diameter => {
      const offered = clampsFor(diameter)
      const fits = offered.map(each => each.fit)
      expect(fits).toEqual([...fits].sort((a, b) => Number(b === 'middle third') - Number(a === 'middle third')))
      for (const { clamp, fit } of offered) {
        expect(clampFit(clamp, diameter)).toBe(fit)
        expect(clamp.from).toBeLessThanOrEqual(diameter)
        expect(clamp.to).toBeGreaterThanOrEqual(diameter)
      }
      expect(clampSizes.filter(clamp => clamp.from <= diameter && diameter <= clamp.to)).toHaveLength(offered.length)
    }),
  )
})
