import { clampAdvice, clampFit, clampsFor, hoseWhenOn } from './clamps'
import { looksLike, threadCandidates, threads, usualTorque } from './threads'

const names = (outside: number, pitch: number, taper: boolean | null = null, seat: 37 | 45 | null = null) =>
  threadCandidates({ outside: outside / 1000, pitch: pitch / 1000, taper, seat }).map(thread => thread.name)

test('what was measured is found, worn a little as male threads are', () => {
  expect(names(13.9, 1.5)[0]).toBe('M14 × 1.5')
  expect(names(13.05, 25.4 / 19)[0]).toBe('G 1/4')
  expect(names(13.5, 25.4 / 18, true)).toEqual(['NPT 1/4'])
  expect(names(9.6, 25.4 / 28, false)).toEqual(['G 1/8'])
  // Nobody looked whether it tapers: then the taper that looks like it stays a candidate.
  expect(names(9.6, 25.4 / 28)).toEqual(['G 1/8', 'R 1/8', 'NPT 1/8'])
  expect(names(50, 1.5)).toEqual([])
})

test('the seat parts what the thread cannot', () => {
  expect(names(12.6, 25.4 / 20)).toEqual(expect.arrayContaining(['1/2-20', '1/2-20, 37° seat', '1/2-20, 45° seat']))
  expect(names(12.6, 25.4 / 20, null, 37)).toEqual(['1/2-20, 37° seat'])
})

test('pairs that look alike and do not seal are named', () => {
  const like = (name: string) => looksLike(threads.find(thread => thread.name === name)!).map(thread => thread.name)
  expect(like('G 1/2')).toContain('NPT 1/2')
  // Both taper, one cut at 55° and one at 60°: 14 turns an inch in both, and neither seals in the other.
  expect(like('R 1/2')).toEqual(expect.arrayContaining(['NPT 1/2', 'G 1/2']))
  expect(like('7/16-20, 37° seat')).toContain('7/16-20, 45° seat')
  expect(like('M10 × 1')).toEqual(expect.arrayContaining(['G 1/8', 'NPT 1/8', 'R 1/8']))
  expect(like('M22 × 1.5')).not.toContain('M24 × 1.5')
})

test('a wrong unit is told', () => {
  expect(() => threadCandidates({ outside: 14, pitch: 0.0015, taper: null, seat: null })).toThrow('Check the unit')
  expect(() => threadCandidates({ outside: 0.014, pitch: 1.5, taper: null, seat: null })).toThrow('threads an inch')
})

test('torque is a range and less in aluminium', () => {
  for (const row of usualTorque) {
    expect(row.steel[0]).toBeLessThan(row.steel[1])
    expect(row.aluminium[1]).toBeLessThan(row.steel[1])
  }
})

// Hand calculation: 8 mm inside, 13 mm outside on a 9 mm spigot: sqrt(169 - 64 + 81) = 13.64 mm.
test('a hose grows when it is pushed on, and its clamp closes in the middle third', () => {
  expect(hoseWhenOn(0.008, 0.013, 0.009) * 1000).toBeCloseTo(13.64, 2)
  expect(clampFit({ kind: 'worm drive', from: 0.012, to: 0.022 }, 0.017)).toBe('middle third')
  expect(clampFit({ kind: 'worm drive', from: 0.012, to: 0.022 }, 0.0125)).toBe('closes')
  expect(clampFit({ kind: 'band', from: 0.012, to: 0.014 }, 0.0145)).toBe('too small')
  expect(clampFit({ kind: 'band', from: 0.012, to: 0.014 }, 0.011)).toBe('too large')
  expect(clampsFor(0.01364, 'band')[0]).toMatchObject({ fit: 'closes' })
  expect(clampsFor(0.0131, 'band')[0]).toMatchObject({ clamp: { from: 0.012, to: 0.014 }, fit: 'middle third' })
  expect(() => hoseWhenOn(0.008, 0.007, 0.009)).toThrow('larger than its inside')
  expect(() => hoseWhenOn(0.008, 0.013, 0.012)).toThrow('will not go on')
})

test('what a pump feeds gets a band', () => {
  expect(clampAdvice(300_000, { soft: false, outside: 0.013 }).kind).toBe('band')
  expect(clampAdvice(0, { soft: true, outside: 0.013 }).kind).toBe('band')
  expect(clampAdvice(0, { soft: false, outside: 0.055 })).toMatchObject({
    kind: 'worm drive',
    why: expect.stringContaining('never two'),
  })
})
