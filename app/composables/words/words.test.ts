import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { nextActions, type NextStep } from '../../../core/ledger/nextStep'
import { budgetParts, type Budget } from '../../../core/hold/budget'
import { deciders, type HoldEstimate } from '../../../core/hold/holdEstimate'
import type { HoldSetup } from '../../../core/hold/holdSetup'
import { unsoundSigns } from '#core/hold/belief/holdSigns'
import { holdAdvice, measuredWord } from './holdAdvice'
import { holdSignWords } from './holdSignWords'
import { nextAction, nextSentence } from './nextActions'
import { limitText, rateText } from './rateText'

const mLmin = throughputFromStandard
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.02, wallGive: 0 },
  volumeUncertainty: 0,
  wallGiveUncertainty: 0,
  gauge: { resolution: 1, noise: 1 },
  temperatureChangeUncertainty: 0,
  barometerChangeUncertainty: 0,
  testPressure: 5000,
  limit: mLmin(0.5),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const estimate = (change: Partial<HoldEstimate>): HoldEstimate => ({
  leakRate: mLmin(0.4),
  low95: 0,
  high95: mLmin(1),
  above95: 0,
  below95: mLmin(0.9),
  belowZero: false,
  uncertainty: mLmin(0.3),
  verdict: 'cannot-tell',
  smallestSeen: mLmin(0.21),
  decidedBy: 'time',
  minutesMore: 7,
  budget: { ...(Object.fromEntries(budgetParts.map(part => [part, 0])) as Budget), readings: 1, temperature: 3, barometer: 2 },
  readings: 9,
  ignored: [],
  steps: [],
  settling: null,
  viscousWeight: 1,
  thermometerJumps: [],
  emptyAt: null,
  engine: '1',
  ...change,
})

test('a rate has the figures it deserves, a limit those that it was set with', () => {
  expect([0, 0.001, 0.126, 2.345, 34.56, 345.6].map(rate => rateText(mLmin(rate)))).toEqual([
    '0',
    '0',
    '0.13',
    '2.35',
    '34.6',
    '346',
  ])
  expect([0.5, 1, 20, 0.125, 2000].map(limit => limitText(mLmin(limit)))).toEqual(['0.5', '1', '20', '0.125', '2000'])
})

describe('what a hold says in words', () => {
  test('sealed, with what it could see', () =>
    expect(holdAdvice(estimate({ verdict: 'sealed' }), setup)).toBe(
      '95 % sure below 0.90 mL/min, and the limit is 0.5 mL/min. This hold saw leaks down to 0.21 mL/min.',
    ))
  test('sealed for some parts, why not for the others, and what would decide it for them', () => {
    const parts = { sealed: 7, of: 11, left: { parts: 4, limit: mLmin(0.2), underFuel: true } }
    const between = estimate({ below95: mLmin(0.33) })
    expect(measuredWord(between, parts)).toBe('Sealed for 7 of 11 parts')
    expect(holdAdvice(between, setup, parts)).toBe(
      '95 % sure below 0.33 mL/min. The 4 others under test have fuel on them, and their limit is 0.2 mL/min. About 7 more min decide it. Temperature is the largest doubt.',
    )
    expect(measuredWord(between, { ...parts, sealed: 0 })).toBe('Cannot tell yet')
    expect(holdAdvice(between, setup, { ...parts, sealed: 0 })).toBe(
      'About 7 more min decide it. Temperature is the largest doubt.',
    )
    expect(measuredWord(estimate({ verdict: 'sealed' }), { sealed: 11, of: 11, left: null })).toBe('Sealed')
    expect(holdAdvice(estimate({ verdict: 'sealed' }), { ...setup, strictest: mLmin(0.2) })).toContain(
      'and the strictest limit is 0.2 mL/min',
    )
  })
  test('leaking, with what to do next', () =>
    expect(holdAdvice(estimate({ verdict: 'leaking' }), setup)).toContain('Find it with soap'))
  test('undecided, with how long and what doubt is largest', () =>
    expect(holdAdvice(estimate({}), setup)).toBe('About 7 more min decide it. Temperature is the largest doubt.'))
  test('undecided for good, with what would decide it', () => {
    for (const decidedBy of deciders) expect(holdAdvice(estimate({ decidedBy, minutesMore: null }), setup)).toMatch(/\.$/)
    expect(holdAdvice(estimate({ decidedBy: 'thermometer', minutesMore: 190 }), setup)).toContain('Or about 190 more min.')
  })
})

describe('a hold whose record withholds the verdict', () => {
  test('says what withholds it, and not that it rises', () => {
    for (const sign of unsoundSigns)
      expect(holdAdvice(estimate({ belowZero: true, signs: [sign] }), setup)).toBe(holdSignWords[sign])
    expect(holdAdvice(estimate({ belowZero: true, signs: ['rises'] }), setup)).toContain('The pressure rises')
  })
})

describe('the one next action', () => {
  const step = (change: Partial<NextStep>): NextStep => ({
    action: 'test',
    sentence: 'Do it.',
    at: null,
    about: null,
    kind: null,
    way: null,
    ...change,
  })
  test('each leads somewhere within its job, or to the Bench', () => {
    for (const action of nextActions) {
      const { label, to } = nextAction('J', step({ action, about: 'hold', kind: 'hold' }))
      expect(label.length).toBeGreaterThan(3)
      expect(to).toMatch(/^\/(jobs\/J|bench\/(hold|repairs\/J))/)
    }
  })
  test('a retest that only a vacuum does is set up as one', () => {
    const way = { rig: 'P', vacuum: true, pressure: 3000 }
    expect(nextAction('J', step({ action: 'retest', kind: 'hold', way }))).toEqual({
      label: 'Retest: set up a vacuum',
      to: '/jobs/J/hold?rig=P&pressure=3000&vacuum=1',
    })
  })
  test('a running hold is watched, a running walk gone on with', () => {
    expect(nextAction('J', step({ action: 'watch', about: 'H', kind: 'hold' })).to).toBe('/bench/H')
    expect(nextAction('J', step({ action: 'watch', about: 'S', kind: 'soap' })).to).toBe('/jobs/J/soap')
  })
  test('what is missing is settled by the test that is shortest', () => {
    expect(nextAction('J', step({ action: 'settle', kind: 'soap' }))).toEqual({ label: 'Soap the rest', to: '/jobs/J/soap' })
    expect(nextAction('J', step({ action: 'settle', kind: 'hold' })).to).toBe('/jobs/J/hold')
  })
  test('waiting says until when, in local time', () => {
    const at = +new Date('2026-05-20T16:40:00'),
      now = +new Date('2026-05-20T14:00:00')
    expect(nextSentence(step({ action: 'wait', sentence: 'Sender ring is curing.', at }), now)).toBe(
      'Sender ring is curing. Cured 16:40, then hold again.',
    )
    expect(nextSentence(step({}), now)).toBe('Do it.')
  })
})
