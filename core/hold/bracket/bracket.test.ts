import { budgetParts, type Budget } from '../budget'
import type { HoldEstimate } from '../holdEstimate'
import { holdSetup } from '../hold.fixture'
import { stretchAdvice } from './stretchAdvice'
import { markAfter, outOfOrder, stretchNow, type Stretch } from './stretches'

const marks = (...kinds: string[]) => kinds.map((kind, k) => ({ t: k * 300, kind }))

describe('the stretch that a hold is in', () => {
  test('follows its marks; gas on its way belongs to none', () => {
    expect(stretchNow([])).toEqual({ kind: 'under pressure', begun: 0, moving: null })
    expect(stretchNow(marks('closed at room pressure'))).toEqual({ kind: 'blank', begun: 0, moving: null })
    expect(stretchNow(marks('closed at room pressure', 'moving gas'))).toEqual({ kind: 'blank', begun: 0, moving: 300 })
    expect(stretchNow(marks('closed at room pressure', 'moving gas', 'pumped', 'knock'))).toEqual({
      kind: 'under pressure',
      begun: 600,
      moving: null,
    })
    expect(stretchNow(marks('closed at room pressure', 'pumped', 'top-up', 'vented and closed')).kind).toBe('blank after')
  })
  test('is the same by the words of a file', () => {
    const kinds = ['Closed at room pressure', 'pumping', 'pumped up', 'push', 'topped up', 'vented', 'note']
    expect(kinds.map((_, k) => stretchNow(marks(...kinds.slice(0, k + 1))))).toMatchObject([
      { kind: 'blank', moving: null },
      { kind: 'blank', moving: 300 },
      { kind: 'under pressure', moving: null },
      { kind: 'under pressure' },
      { kind: 'topped up' },
      { kind: 'blank after' },
      { kind: 'blank after' },
    ])
  })
  test('leads through all four in order', () => {
    const kinds = ['closed at room pressure']
    for (;;) {
      const next = markAfter[stretchNow(marks(...kinds)).kind]
      if (!next) break
      expect(outOfOrder(marks(...kinds), next)).toBeNull()
      kinds.push(next)
    }
    expect(kinds).toEqual(['closed at room pressure', 'pumped', 'top-up', 'vented and closed'])
  })
  test('what cannot follow is refused in a sentence', () => {
    expect(outOfOrder(marks('closed at room pressure'), 'top-up')).toMatch(/no pressure/)
    expect(outOfOrder(marks('closed at room pressure'), 'vented and closed')).toMatch(/room pressure already/)
    expect(outOfOrder([], 'pumped')).toMatch(/under pressure already/)
    expect(outOfOrder(marks('knock'), 'closed at room pressure')).toMatch(/at its start/)
    expect(outOfOrder(marks('closed at room pressure', 'pumped'), 'knock')).toBeNull()
    expect(outOfOrder([], 'vented and closed')).toBeNull()
  })
})

describe('the end of a stretch', () => {
  const setup = holdSetup()
  const every5 = (until: number) => Array.from({ length: until / 5 + 1 }, (_, k) => 5 * k)
  const estimate = (change: Partial<HoldEstimate>, budget: Partial<Budget> = {}) =>
    ({
      verdict: 'cannot-tell',
      settling: null,
      budget: { ...Object.fromEntries(budgetParts.map(part => [part, 1])), ...budget },
      ...change,
    }) as HoldEstimate
  const at = (kind: Stretch['kind']): Stretch => ({ kind, begun: 0, moving: null })

  test('of a blank is there once its drift is known; a coarse gauge needs longer, and never for ever', () => {
    const blank = (held: number, gauge = setup.gauge) =>
      stretchAdvice({ ...setup, gauge }, at('blank'), held, every5(held), null)
    expect(blank(60)).toEqual({ ready: false, left: 180, why: 'just begun' })
    expect(blank(300)).toMatchObject({ ready: true, why: 'drift known' })
    const coarse = blank(300, { resolution: 100, noise: 60 })
    expect(coarse).toMatchObject({ ready: false, why: 'drift not known yet' })
    expect(coarse.left).toBeGreaterThan(60)
    expect(coarse.left).toBeLessThanOrEqual(600)
    expect(blank(900, { resolution: 1000, noise: 600 })).toMatchObject({ ready: true, why: 'long enough' })
  })
  test('under pressure waits for the gas, then for what the readings still tell', () => {
    const under = (held: number, of: HoldEstimate | null) => stretchAdvice(setup, at('under pressure'), held, every5(held), of)
    expect(under(600, estimate({ settling: { amplitude: 1, tau: 200 } }))).toEqual({
      ready: false,
      left: 200,
      why: 'gas settles',
    })
    expect(under(900, estimate({ verdict: 'sealed' }))).toMatchObject({ ready: true, why: 'decided' })
    expect(under(900, estimate({}, { readings: 10 }))).toMatchObject({ ready: false, why: 'it still learns' })
    expect(under(900, estimate({}, { unseenTemperature: 20 }))).toMatchObject({ ready: true, why: 'little more to learn' })
    expect(under(900, null)).toMatchObject({ ready: false })
  })
  test('of a top-up once a leak that closes is told from settling', () => {
    const topped = (budget: Partial<Budget>) => stretchAdvice(setup, at('topped up'), 400, every5(400), estimate({}, budget))
    expect(topped({ leakChange: 20 }).ready).toBe(false)
    expect(topped({ leakChange: 0.1 }).ready).toBe(true)
    // Two fifths of the whole: with others that come to one, at 0.436.
    const others = Math.hypot(...Object.values({ ...estimate({}, {}).budget, leakChange: 0 }))
    expect(topped({ leakChange: 0.45 * others }).ready).toBe(false)
    expect(topped({ leakChange: 0.42 * others }).ready).toBe(true)
  })
  test('counts no minute in which gas is on its way', () => {
    const moving: Stretch = { kind: 'blank', begun: 0, moving: 100 }
    expect(stretchAdvice(setup, moving, 700, every5(700), null).left).toBe(140)
  })
})
