import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { sql } from 'drizzle-orm'
import { jobStates } from '../../core/ledger/deriveLedger'
import { jobStanding } from '../../shared/jobEntries'
import { bay } from '../services/bay/bay'
import { loadJob } from '../services/job/loadJobs'
import { bells } from '../services/bells/bells'
import { openTestShop } from '../services/ground/testShop'
import { database } from './client'

/** Demo shops as earlier versions made them, each named for the last step that its database had taken. */
const folder = join(process.cwd(), 'tests/fixtures/earlier')
const earlier = readdirSync(folder).sort()

/** What was in a shop must be there afterwards. */
const kept = ['person', 'craft', 'job', 'part', 'reading', 'kit_item', 'photo', 'bell'] as const

/** Tables of before, and the kind of entry that each of their rows is now. */
const entriesOf: Record<string, string> = {
  strike: 'strike',
  touch: 'touch',
  caution_read: 'cautions',
  gas_reading: 'gas',
  drained: 'drained',
  weighing: 'weighing',
  hot_work: 'hot-work',
  check_answer: 'answer',
  probe: 'probe',
  outcome: 'outcome',
  purchase: 'purchase',
  purchase_step: 'purchase-step',
  strip_entry: 'strip',
  refit: 'refit',
  leak: 'leak',
  find: 'find',
  rig_find: 'rig-find',
  unholdable: 'unholdable',
  repair: 'repair',
  defect_card: 'card',
  approval: 'approval',
  repair_choice: 'choice',
  repair_run: 'run',
  run_entry: 'run-%',
  new_tank_entry: 'new-tank',
  instrument_check: 'instrument-%',
  signature: 'signature',
}

/** Rows that a dump puts into a table; null when it has no such table. */
const rowsIn = (dump: string, table: string): number | null =>
  dump.includes(`CREATE TABLE public.${table} (`) ? dump.split(`\nINSERT INTO public.${table} VALUES`).length - 1 : null

test('there is one of each large step', () => {
  expect(earlier.length).toBeGreaterThanOrEqual(10)
})

test.each(earlier)('the demo of %s is brought up to date: nothing is lost, and each job says how it stands', async file => {
  const dump = gunzipSync(readFileSync(join(folder, file))).toString()
  const shop = await openTestShop(dump)
  try {
    for (const table of kept) {
      const before = rowsIn(dump, table)
      if (before === null) continue
      const { rows } = await database().execute<{ count: number }>(sql.raw(`select count(*)::int as count from ${table}`))
      // Crafts of one name were made one; a leak may have got a part of its own.
      if (table === 'craft') expect(rows[0]!.count).toBeLessThanOrEqual(before)
      else expect([table, rows[0]!.count]).toEqual([table, before])
    }
    for (const [table, kind] of Object.entries(entriesOf)) {
      const before = rowsIn(dump, table)
      if (before === null) continue
      const counted = sql`select count(*)::int as count from entry where kind like ${kind}`
      const { rows } = await database().execute<{ count: number }>(counted)
      expect([table, rows[0]!.count]).toEqual([table, before])
    }
    const { rows } = await database().execute<{ id: string }>(sql`select id from job`)
    expect(rows.length).toBeGreaterThan(2)
    for (const { id } of rows) {
      const job = await loadJob(id)
      expect(jobStates).toContain(jobStanding(job, Date.now()).ledger.state)
    }
    const { rows: unsaid } = await database().execute<{ count: number }>(
      sql`select count(*)::int as count from job where reality <> 'simulated' and hidden_tank is not null`,
    )
    expect(unsaid[0]!.count).toBe(0)
    expect((await bay({ words: '' }, Date.now())).rows.length).toBeGreaterThan(2)
    expect(Array.isArray(await bells())).toBe(true)
  } finally {
    await shop.close()
  }
})
