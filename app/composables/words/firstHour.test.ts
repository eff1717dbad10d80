import { step } from '../../../core/ledger/nextStep'
import { jobView, repairView } from '../../../shared/jobView.fixture'
import { holdView } from '../../../shared/leaktest/hold/holdView.fixture'
import type { JobView } from '../../../shared/views'
import { firstHourSteps } from './firstHour'

const next = step('retest', 'Hold it again.', { kind: 'hold' })
const said = { id: 'e', by: 'Finn', struck: null, note: '' }
const hold = (startedAt: number) => holdView({ startedAt, stoppedAt: startedAt + 10, struck: null })
const looked = { answers: [{ ...said, check: 'drain-look', outcome: 'plug', at: 1 }] } as unknown as Partial<JobView>
const read = {
  ...looked,
  cautionsRead: [{ caution: 'vent', calledBy: null, personId: 'p', by: 'Finn', at: 2 }],
} as unknown as Partial<JobView>
const held = { ...read, tests: [hold(10)] }
const found = { ...held, finds: [{ ...said, at: 30 }] } as unknown as Partial<JobView>
const mended = { ...found, repairs: [repairView({ at: 40, struck: null })] }
const again = { ...mended, tests: [hold(10), hold(50)] }

/** The step that is next, by its number; 6 when all is done. */
const at = (change: Partial<JobView>, state: 'sealed' | 'leaking' = 'leaking') => {
  const steps = firstHourSteps(jobView(change), state, next, 100)
  const first = steps.findIndex(({ done }) => !done)
  return first < 0 ? steps.length : first
}

test('each step is done once the job shows it, and the last when it is sealed by a hold after the repair', () => {
  expect([{}, looked, read, held, found, mended, again].map(change => at(change))).toEqual([0, 1, 2, 3, 4, 5, 5])
  expect(at(again, 'sealed')).toBe(6)
  expect(at(mended, 'sealed')).toBe(5)
})

test('what was struck out was not done', () => {
  const struck = { ...said, struck: 'a slip', check: 'drain-look', outcome: 'plug', at: 1 }
  expect(at({ answers: [struck] } as unknown as Partial<JobView>)).toBe(0)
  expect(at({ ...found, repairs: [repairView({ at: 40, struck: 'a slip' })] })).toBe(4)
})

test('each leads to a page of the job, the last to what the job itself says is next', () => {
  const steps = firstHourSteps(jobView(again), 'leaking', next, 100)
  for (const { to } of steps) expect(to).toMatch(/^\/jobs\//)
  expect(steps.at(-1)!.hint).toContain('Hold it again.')
  expect(steps.at(-1)!.to).toContain('/hold')
})
