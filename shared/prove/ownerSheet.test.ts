import { jobStanding } from '../jobEntries'
import { jobView, partView, repairView } from '../jobView.fixture'
import { holdEstimate, holdView } from '../leaktest/hold/holdView.fixture'
import type { JobView } from '../views'
import type { ProofEntryView } from '../record/kinds/proof'
import { ownerSheet } from './ownerSheet'
import { whatToWatch } from './whatToWatch'

const DAY = 86_400_000
const step = (key: string, at: number, change: Partial<ProofEntryView> = {}): ProofEntryView => ({
  id: `${key} ${at}`,
  step: key,
  outcome: 'dry',
  watched: null,
  look: null,
  distance: null,
  tilt: null,
  note: '',
  by: 'Finn Calder',
  owner: false,
  at,
  struck: null,
  ...change,
})
const sealed = (change: Partial<JobView> = {}) =>
  jobView({
    craft: { id: 'c', name: 'Brine Lark', kind: 'boat', built: null, registration: '' },
    openedBy: 'Finn Calder',
    parts: [partView('a', { opening: true, name: 'Sender ring' })],
    tests: [holdView({ number: 1, startedAt: 1, stoppedAt: 9, estimate: holdEstimate('sealed') })],
    ...change,
  })
const sheetOf = (job: JobView) => ownerSheet(job, jobStanding(job, 99 * DAY))
const here = ['quarter', 'half', 'brim', 'engine', 'under way', 'soak'].map((key, i) => step(key, 10 + i))

test('an owner is asked only for the looks that come later, on their day', () => {
  expect(sheetOf(sealed()).look).toBeNull()
  expect(sheetOf(sealed({ proof: here })).look).toMatchObject({ title: 'Look again, a week', due: 15 + 7 * DAY })
  const all = [...here, step('week', 8 * DAY), step('month', 40 * DAY)]
  expect(sheetOf(sealed({ proof: all }))).toMatchObject({ proved: true, look: null })
})

test('nothing of people, reasons or what did not count stands on it', () => {
  const proof = [
    ...here.slice(0, 4),
    step('under way', 14, { outcome: 'left out', note: 'Owner would not wait' }),
    step('', 20, { owner: true, by: 'the owner', note: 'fine' }),
    step('', 21, { owner: true, by: 'the owner', note: 'typed twice', struck: 'twice' }),
  ]
  const sheet = sheetOf(sealed({ proof }))
  const text = JSON.stringify(sheet)
  for (const secret of ['Finn', 'would not wait', 'typed twice']) expect(text).not.toContain(secret)
  expect(sheet.untested).toEqual(['Under way: left out.'])
  expect(sheet.said).toMatchObject([{ wet: false, words: 'fine' }])
})

test('what was mended is named with how it counts; what no test reached is named too', () => {
  const job = sealed({
    leaks: [{ id: 'L', number: 1, partId: 'a' }],
    repairs: [repairView({ leakIds: ['L'], partIds: ['a'], method: 'stopgap' })],
    tests: [],
  })
  const { ledger, entries } = jobStanding(job, 99 * DAY)
  const { watch, untested } = whatToWatch(job, ledger, entries)
  expect(watch).toEqual([expect.stringContaining('Sender ring (it only gets it home): smell there')])
  expect(untested).toEqual(['Sender ring: no hold or look reached it.'])
  expect(whatToWatch({ ...job, repairs: [{ ...job.repairs[0]!, struck: 'not done' }] }, ledger, entries).watch).toEqual([])
})
