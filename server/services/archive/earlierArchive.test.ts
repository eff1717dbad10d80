import { readFileSync } from 'node:fs'
import JSZip from 'jszip'
import { jobStanding } from '../../../shared/jobEntries'
import { signedState } from '../../../shared/prove/signedState'
import { database } from '../../db/client'
import { entry } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { openTestShop, testActor } from '../ground/testShop'
import { sha256, type ArchivedRow } from './archiveFile'
import { exportJob } from './exportJob'
import { importJob, planImport } from './importJob'

/** Archives as version 1 of the format made them, in which each kind of entry was a table. */
describe.each(['flying-boat', 'workboat'])('an archive of version 1, %s', name => {
  const file = readFileSync(`tests/fixtures/archives/version1-${name}.zip`)
  let shop: { close: () => Promise<void> }
  let rows: Record<string, ArchivedRow[]>
  beforeAll(async () => {
    shop = await openTestShop()
    const zip = await JSZip.loadAsync(file)
    rows = (JSON.parse(await zip.file('job.json')!.async('string')) as { rows: typeof rows }).rows
    const owner = (await testActor('owner'))()
    expect((await planImport(file, owner.now)).does).toBe('new')
    await importJob(owner, file, sha256(file))
  }, 60_000)
  afterAll(() => shop.close())

  const jobId = () => String(rows.job![0]!.id)

  test('brings every entry, once, with what was said in it', async () => {
    const job = await loadJob(jobId())
    const counts = {
      touch: job.touches.length,
      cautionRead: job.cautionsRead.length,
      gasReading: job.gasReadings.length,
      drained: job.drained.length,
      weighing: job.weighings.length,
      hotWork: job.hotWork.length,
      checkAnswer: job.answers.length,
      probe: job.probes.length,
      outcome: job.outcomes.length,
      purchase: job.purchases.length,
      stripEntry: job.stripped.length,
      leak: job.leaks.length,
      find: job.finds.length,
      rigFind: job.rigFinds.length,
      unholdable: job.unholdable.length,
      repairRun: job.runs.length,
      runEntry: job.runs.flatMap(run => run.entries).length,
      repair: job.repairs.length,
      defectCard: job.defectCards.length,
      approval: job.approvals.length,
      newTankEntry: job.newTank.length,
      signature: job.signatures.length,
      instrumentCheck: job.instruments.length,
    }
    expect(counts).toEqual(Object.fromEntries(Object.keys(counts).map(table => [table, rows[table]!.length])))
    expect(job.proof).toHaveLength(rows.proofEntry!.length + rows.ownerWord!.length)
    expect(job.proof.filter(each => each.owner)).toHaveLength(rows.ownerWord!.length)
    expect(job.gasReadings.map(each => each.explosive)).toEqual(rows.gasReading!.map(each => each.explosive))
    expect(job.stripped[0]!.refit).not.toBeNull()
    expect(job.finds[0]!.struck).toContain('it was rain')
    expect(job.repairs[0]).toMatchObject({ cureTime: rows.repair![0]!.cureTime, struck: expect.stringContaining('not cured') })
  })

  test('is sealed, or not, as it was, and a signature says what it said', async () => {
    const job = await loadJob(jobId())
    const { ledger } = jobStanding(job, Date.now())
    expect(ledger.parts.length).toBeGreaterThan(5)
    for (const row of rows.signature!) {
      const { sections } = signedState(job, ledger)
      // What was done since is named; what was not touched is as it was signed.
      const before = row.sections as Record<string, string>
      for (const section of ['tank and complaint', 'tests'] as const)
        if (section === 'tests' ? rows.instrumentCheck!.length === 0 : true) expect(sections[section]).toBe(before[section])
    }
  })

  test('goes out again in the format of now, and is nothing new here', async () => {
    const again = await exportJob(jobId(), new Date())
    expect((await planImport(again, new Date())).does).toBe('nothing')
    expect((await planImport(file, new Date())).does).toBe('nothing')
    expect((await database().select({ id: entry.id }).from(entry)).length).toBeGreaterThan(20)
  })
})
