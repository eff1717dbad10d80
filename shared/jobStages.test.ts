import { cautionsFor } from '../core/fuel/makeSafe'
import { jobStanding } from './jobEntries'
import { stagesOf } from './jobStages'
import { jobView, partView, repairView } from './jobView.fixture'
import { holdEstimate, holdView } from './leaktest/hold/holdView.fixture'
import { safetyCaseOf } from './safety'
import type { FindView } from './record/kinds/find'
import type { JobView } from './views'

const parts = [partView('a', { opening: true })]
const stages = (change: Partial<JobView>) => {
  const job = jobView({ parts, ...change })
  const { ledger, next } = jobStanding(job, 99)
  return stagesOf(job, ledger, next, 99)
}
const done = (change: Partial<JobView>) =>
  stages(change)
    .filter(stage => stage.done)
    .map(stage => stage.name)
const now = (change: Partial<JobView>) => stages(change).find(stage => stage.now)?.name
const allRead = (job: JobView) =>
  cautionsFor(safetyCaseOf(job)).map(({ caution }) => ({ caution: caution.key, personId: 'P', by: 'Finn', at: 1 }))
const find = { id: 'f', leakId: 'L', testId: null, seen: 'torn', at: 5, struck: null } as FindView
const leaks = [{ id: 'L', number: 1, partId: 'a' }]

test('a caution that was read makes nothing safe: all of them, and what the plan calls for', () => {
  const drain = jobView({ parts, plan: { place: 'outdoors', acts: ['drain'], promised: null } })
  const read = allRead(drain)
  expect(read.length).toBeGreaterThan(2)
  const { plan } = drain
  expect(done({ plan, cautionsRead: read.slice(1) as JobView['cautionsRead'] })).toEqual(['Complaint'])
  expect(done({ plan, cautionsRead: read as JobView['cautionsRead'] })).toEqual(['Complaint'])
  const drained = [{ id: 'd', volume: 0.01, method: 'pump', gaugeShown: null, by: 'Finn', at: 2, struck: null }]
  expect(done({ plan, cautionsRead: read as JobView['cautionsRead'], drained })).toEqual(['Complaint', 'Make safe'])
  const struck = [{ ...drained[0]!, struck: 'another tank' }]
  expect(done({ plan, cautionsRead: read as JobView['cautionsRead'], drained: struck })).toEqual(['Complaint'])
})

test('a sealed job does not claim what nobody did', () => {
  const sealed = { tests: [holdView({ number: 1, startedAt: 1, stoppedAt: 9, estimate: holdEstimate('sealed') })] }
  expect(jobStanding(jobView({ parts, ...sealed }), 99).ledger.state).toBe('sealed')
  // Sealed on the bench is half: it is to be proved, until it is handed back.
  expect(done(sealed)).toEqual(['Complaint', 'Test'])
  expect(now(sealed)).toBe('Prove')
  expect(done({ ...sealed, closedAt: 50 })).toEqual(['Complaint', 'Test', 'Prove'])
  expect(done({ ...sealed, closedAt: 50, closedReason: 'fetched' })).toEqual(['Complaint', 'Test'])
})

test('what is now is where the next action happens', () => {
  const complaint = { signs: ['drip'], codes: [], words: '' } as JobView['complaint']
  expect(now({ complaint })).toBe('Narrow')
  expect(now({})).toBe('Test')
  expect(now({ leaks, finds: [find] })).toBe('Repair')
  const repair = repairView({ at: 6, curedAt: 7 })
  expect(now({ leaks, finds: [find], repairs: [repair] })).toBe('Prove')
  expect(done({ leaks, finds: [find], repairs: [repair] })).toEqual(['Complaint', 'Narrow', 'Repair'])
  expect(now({ work: 'lining' })).toBe('Strip')
})
