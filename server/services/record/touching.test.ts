import { randomUUID } from 'node:crypto'
import { readingOf } from '../../../core/record/reading'
import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { entryKindKeys, type EntryKindKey } from '../../../shared/record/kinds'
import { jobStanding } from '../../../shared/jobEntries'
import { jobFixings } from '../../../shared/rebuild'
import { runOfJob } from '../../../shared/repair/runView'
import { liveParts } from '../../../shared/jobCircuit'
import type { JobView } from '../../../shared/views'
import { endTest } from '../bench/endTest'
import { loadJob } from '../job/loadJobs'
import type { Actor } from '../ground/change'
import { actIn, markPart, openTestShop, repairForm, startSoap, testActor, testJob } from '../ground/testShop'
import { append } from './append'

const HOUR = 3_600_000
const START = Date.now() - 300 * HOUR
let shop: { close: () => Promise<void> }
let finn: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  finn = await testActor('technician', 'finn')
})
afterAll(() => shop.close())
const at = (hours: number) => finn(new Date(START + hours * HOUR))

/** Entries that disturb the part given, an hour after what was shown dry; in the order in which they can be. */
type Disturbs = (job: JobView, partId: string) => Promise<unknown>
const stage = { ago: 0, reason: 'in a hurry' }
const ended = { ...stage, photoId: null, temperature: null, batch: '', taken: [] }
async function begun(job: JobView, partId: string): Promise<string> {
  const id = randomUUID()
  const until = { until: null, untilReason: '', notUsedUntil: '' }
  const form = { id, leakIds: [], partIds: [partId], method: 'liner', material: 'epoxy-liner', sheetId: null, simulated: false }
  await append('run', at(3), job.id, { ...form, ...until } as never)
  return id
}

/** What each kind of entry does to the metal. A new kind is said here, or this does not compile. */
const kinds: Record<EntryKindKey, Disturbs | 'disturbs nothing' | 'with the one that it belongs to'> = {
  'touch': (job, partId) => append('touch', at(3), job.id, { id: randomUUID(), partIds: [partId], kind: 'knocked', note: '' }),
  'strip': job => append('strip', at(3), job.id, { ...line(), fixing: fixingOf(job) }),
  'refit': async job => {
    const off = { ...line(), fixing: fixingOf(job) }
    await append('strip', at(0), job.id, off)
    await walked(job.id, 0.5)
    return append('refit', at(3), job.id, { id: randomUUID(), stripId: off.id, photoId: null })
  },
  'repair': (job, partId) =>
    append(
      'repair',
      at(3),
      job.id,
      repairForm([], { partIds: [partId], method: 'liner', material: 'epoxy-liner', temperature: 295 }),
    ),
  'run': begun,
  'run-done': async (job, partId) => {
    const id = await begun(job, partId)
    return actIn(at(4), id, 'done', { id: randomUUID(), stage: await stageOf(job.id), ...ended })
  },
  'run-skip': async (job, partId) => {
    const id = await begun(job, partId)
    return actIn(at(4), id, 'skip', { id: randomUUID(), stage: await stageOf(job.id), ...stage })
  },
  'run-mishap': 'with the one that it belongs to',
  'run-back': 'with the one that it belongs to',
  'run-tick': 'with the one that it belongs to',
  'run-mix': 'with the one that it belongs to',
  'run-vacuum': 'with the one that it belongs to',
  'run-pause': 'with the one that it belongs to',
  'run-resume': 'with the one that it belongs to',
  'run-abandon': 'with the one that it belongs to',
  'run-speed': 'with the one that it belongs to',
  'cautions': 'disturbs nothing',
  'gas': job =>
    append('gas', at(3), job.id, {
      id: randomUUID(),
      point: 'in the middle',
      explosive: 0.01,
      oxygen: 0.209,
      cleaned: false,
    }),
  'drained': job => append('drained', at(3), job.id, { id: randomUUID(), volume: 0.001, method: 'drain', gaugeShown: null }),
  'weighing': 'disturbs nothing',
  'hot-work': 'disturbs nothing',
  'answer': job =>
    append('answer', at(3), job.id, { id: randomUUID(), check: 'cap-hiss', outcome: 'clear', after: null, note: '' }),
  'probe': 'disturbs nothing',
  'outcome': 'disturbs nothing',
  'purchase': 'disturbs nothing',
  'purchase-step': 'disturbs nothing',
  'purchase-terms': 'disturbs nothing',
  'find': 'disturbs nothing',
  'rig-find': 'disturbs nothing',
  'unholdable': 'disturbs nothing',
  'card': 'disturbs nothing',
  'approval': 'disturbs nothing',
  'choice': 'disturbs nothing',
  'new-tank': 'disturbs nothing',
  'proof': 'disturbs nothing',
  'instrument-sender': 'disturbs nothing',
  'instrument-sensor': 'disturbs nothing',
  'instrument-valve': 'disturbs nothing',
  'instrument-relief': 'disturbs nothing',
  'signature': 'disturbs nothing',
  'strike': 'disturbs nothing',
}
const line = () => ({
  id: randomUUID(),
  name: 'Filler hose',
  mark: '',
  facing: '',
  fastener: '',
  torque: null,
  condition: '',
  absent: false,
  photoId: null,
})
const fixingOf = (job: JobView) => jobFixings(job).find(fixing => fixing.partIds.length > 0)!.key
const stageOf = async (jobId: string) => {
  const job = await loadJob(jobId)
  return runOfJob(job, job.runs[0]!, START + 4 * HOUR).state.current!.stage.key
}

/** Every part shown dry, by a walk that ends within a moment. */
async function walked(jobId: string, hours: number): Promise<JobView> {
  const job = await loadJob(jobId)
  const walk = (await startSoap(at(hours), jobId, { closures: proposedClosures(liveParts(job)) })).tests.at(-1)!
  for (const part of liveParts(job)) await markPart(at(hours), walk.id, part.id, 'dry')
  await endTest(at(hours + 0.1), walk.id)
  return loadJob(jobId)
}

const disturbing = entryKindKeys.filter(kind => typeof kinds[kind] === 'function')
test.each(disturbing)('after “%s” the evidence of before is none, and holds of before and after are two', async kind => {
  const opened = await testJob(at(-1))
  const job = await walked(opened.id, 0)
  const skin = new Set(liveParts(job).flatMap(part => (part.family === 'seam' ? [part.id] : [])))
  const stood = jobStanding(job, START + 2 * HOUR).ledger.parts.filter(part => part.standing === 'stands')
  expect(stood.length).toBeGreaterThan(0)
  const before = new Set(stood.map(part => part.partId))
  const partId = stood.find(part => skin.has(part.partId))!.partId
  await (kinds[kind] as Disturbs)(job, partId)
  const after = await loadJob(job.id)
  const { ledger } = jobStanding(after, START + 200 * HOUR)
  const lost = ledger.parts.filter(part => before.has(part.partId) && part.standing !== 'stands').map(part => part.partId)
  expect(lost.length).toBeGreaterThan(0)
  const touched = new Set(lost)
  expect(readingOf(after).changeBetween(touched, START + 2 * HOUR, START + 6 * HOUR)).toBe('touched')
  // What is struck out did not undo what was done to the metal.
  for (const each of [...after.touches, ...after.repairs])
    await append('strike', at(7), job.id, { id: randomUUID(), subjectId: each.id, reason: 'typed twice' })
  const struck = await loadJob(job.id)
  expect(readingOf(struck).changeBetween(touched, START + 2 * HOUR, START + 6 * HOUR)).toBe('touched')
})
