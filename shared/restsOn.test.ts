import { tankKind } from '../core/circuit/tankKinds'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { jobStanding } from './jobEntries'
import { jobView } from './jobView.fixture'
import { holdEstimate, holdView } from './leaktest/hold/holdView.fixture'
import { restsOn, type TrustKind } from './restsOn'
import type { HoldView } from './leaktest/hold/holdView'
import type { JobView } from './views'

const restsOf = (job: JobView) => {
  const { entries, ledger } = jobStanding(job, 1e12)
  return restsOn(job, entries, ledger)
}
const usual = throughputFromStandard(tankKind(jobView().tankKind).acceptance)
const hold = (change: Partial<HoldView> = {}) =>
  holdView({ startedAt: 1, stoppedAt: 2, estimate: holdEstimate('sealed'), ...change })
const trusted = (change: Partial<HoldView>, of: Partial<JobView> = {}): TrustKind[] =>
  restsOf(jobView({ tests: [hold(change)], ...of })).onTrust.map(line => line.kind)

test('parts are measured by what has a clock of its own, and watched where somebody typed', () => {
  const counts = (source: HoldView['source']) => {
    const { measured, watched } = restsOf(jobView({ tests: [hold({ source })] }))
    return [measured > 0, watched > 0]
  }
  expect(counts('device')).toEqual([true, false])
  expect(counts('typed')).toEqual([false, true])
  expect(restsOf(jobView({ acceptance: usual }))).toEqual({ measured: 0, watched: 0, said: 0, onTrust: [] })
  expect(restsOf(jobView({ tests: [hold({ source: 'file', undated: true })] }))).toMatchObject({ measured: 0, watched: 0 })
  expect(restsOf(jobView({ tests: [hold({ source: 'file', undated: true })] })).said).toBeGreaterThan(0)
})

test('what was typed and never checked is named, of holds that the verdict rests on', () => {
  expect(trusted({ source: 'typed' })).toEqual(expect.arrayContaining(['volume typed', 'smallest mark typed']))
  expect(trusted({ source: 'typed', kit: { gauge: 'g' } })).not.toContain('smallest mark typed')
  expect(trusted({ source: 'device' })).not.toContain('smallest mark typed')
  const check = { id: 'c', used: true } as HoldView['volumeChecks'][number]
  expect(trusted({ volumeChecks: [check] })).not.toContain('volume typed')
  expect(trusted({ volumeChecks: [{ ...check, used: false }] })).toContain('volume typed')
  const leaky = { ...holdView().setup, rigLeak: 1e-6 }
  expect(trusted({ setup: leaky })).toContain('rig leak typed')
  expect(trusted({ setup: leaky, kit: { rig: 'r' } })).not.toContain('rig leak typed')
  expect(trusted({ source: 'typed', struck: 'somebody opened the tap' }, { acceptance: usual })).toEqual(['struck out'])
})

test('what was taken away or left out is named with who, when and why', () => {
  const lines = restsOf(
    jobView({
      limitsReason: 'it stands under bunks',
      parts: [{ ...jobView().parts[0]!, removedAt: 7 }],
      unholdable: [{ id: 'u', by: 'Ada', at: 5, struck: null, reason: 'the tank is cut open' }],
      rigFinds: [{ id: 'r', by: 'Ada', at: 6, struck: null, piece: 'tee', testId: null, partId: null, note: 'hissed' }],
    }),
  ).onTrust
  expect(lines).toMatchObject([
    { kind: 'limits raised', by: 'Finn', why: 'it stands under bunks' },
    { kind: 'part off the map', at: 7 },
    { kind: 'blamed on the rig', by: 'Ada', at: 6, why: 'hissed' },
    { kind: 'cannot be held', by: 'Ada', at: 5, why: 'the tank is cut open' },
  ])
  expect(new Set(lines.map(line => line.key)).size).toBe(lines.length)
})

test('what was typed for several holds is one line', () => {
  const two = restsOf(jobView({ tests: [hold({ number: 1 }), hold({ number: 2, startedAt: 3, stoppedAt: 4 })] }))
  expect(two.onTrust.filter(line => line.kind === 'volume typed')).toMatchObject([
    { about: 'Hold 1 and hold 2', by: 'Finn', at: 3 },
  ])
})
