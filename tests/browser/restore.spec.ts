import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import type { APIRequestContext } from '@playwright/test'
import type { BenchHold } from '../../shared/leaktest/hold/holdView'
import type { BayPage } from '../../shared/views'
import { enter, expect, test } from '../support/test'

/** What every page is drawn from. */
async function everything(request: APIRequestContext, url: string): Promise<Record<string, unknown>> {
  const all: Record<string, unknown> = {}
  const read = async <T>(path: string): Promise<T> => {
    const answer = await request.get(`${url}/api/${path}`)
    expect(answer.ok(), path).toBe(true)
    return (all[path] = /json/.test(answer.headers()['content-type'] ?? '')
      ? await answer.json()
      : (await answer.body()).toString('base64')) as T
  }
  for (const path of [
    'people',
    'kit',
    'materials',
    'crafts',
    'bells',
    'bench',
    'figures',
    'temperatures',
    'held',
    'shop',
    'past',
    'past/figures',
  ])
    await read(path)
  for (const closed of ['0', '1']) {
    const { rows } = await read<BayPage>(`jobs?closed=${closed}`)
    for (const { id } of rows) {
      const job = await read<{ tests: { id: string; kind: string }[]; photos: { id: string }[] }>(`jobs/${id}`)
      await read(`jobs/${id}/trail`)
      for (const each of job.tests.filter(({ kind }) => kind === 'hold')) {
        await read<BenchHold>(`holds/${each.id}`)
        await read(`holds/${each.id}/readings`)
      }
      for (const photo of job.photos) await read(`photos/${photo.id}`)
    }
  }
  return all
}

test('a copy made while the shop goes on, put into an empty database: every page has the same data', async ({
  context,
  demo,
  empty,
}) => {
  await enter(context, demo)
  // Nothing moves by itself between the two looks.
  await demo.query(`update test set stopped_at = now() where stopped_at is null and kind = 'hold'`)
  const before = await everything(context.request, demo.url)
  const copy = test.info().outputPath('shop.backup')
  const zinc = (word: string, url: string) =>
    promisify(execFile)('./zinc', [word, copy], {
      env: { ...process.env, DATABASE_URL: url, ZINC_DATA: test.info().outputPath('data') },
    })
  await zinc('backup', demo.databaseUrl)
  // The new machine: nothing runs on it yet.
  await empty.kill()
  await empty.query('drop schema public cascade; drop schema drizzle cascade; create schema public')
  const { stdout } = await zinc('restore', empty.databaseUrl)
  expect(stdout).toContain('Restored:')
  await empty.start()
  await enter(context, empty)
  const after = await everything(context.request, empty.url)
  expect(Object.keys(after)).toEqual(Object.keys(before))
  for (const path of Object.keys(before)) expect(after[path], path).toEqual(before[path])
})
