import { eq, max } from 'drizzle-orm'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import type { AnyObjectSchema } from 'yup'
import { entrySchema, isRunning } from '../../../shared/leaktest/tests'
import type { JobView } from '../../../shared/views'
import { testEntry } from '../../db/schema'
import { loadAspects, loadJob } from '../job/loadJobs'
import { change, type Actor } from '../ground/change'
import { idTaken, notFound, Refusal } from '../ground/refusal'
import type { EntryCall, EntryService } from './testService'
import { anyTestRow } from './testRows'
import { serviceOf } from './testServices'

/** The schema of an entry of a test. @throws Refusal 404 when there is no such test, or no such entry of its kind */
export async function entrySchemaOf(testId: string, name: string): Promise<AnyObjectSchema> {
  const { kind } = await anyTestRow(testId)
  const schema = entrySchema(kind, name)
  if (!schema) throw notFound('entry of this test')
  return schema
}

/**
 * Records something done or seen in a running test: a girth, a mark, a valve switched, a knock. A repeated id is the same entry.
 * What was done without a network says how long ago that was.
 * @param name the entry's word in the address
 * @throws Refusal 404 when tests of this kind have no such entry, 409 once it has ended or was struck out, 422 beside a field
 *   that is wrong
 */
export async function recordEntry<Form extends { id: string; ago?: number }>(
  actor: Actor,
  testId: string,
  name: string,
  { ago = 0, ...form }: Form,
): Promise<JobView> {
  const row = await anyTestRow(testId)
  const service = serviceOf(row.kind)
  const entry = (Object.hasOwn(service.entries, name) ? service.entries[name] : undefined) as
    EntryService<TankTestKind> | undefined
  if (!entry) throw notFound('entry of this test')
  await change(
    actor,
    {
      verb: entry.verb(form as never),
      touches: ['tests'],
      jobId: row.jobId,
      subjectId: testId,
      detail: { [row.kind]: row.number },
    },
    async (tx, now) => {
      const tank = await loadJob(row.jobId, tx)
      const test = tank.tests.find(each => each.id === testId)!
      const [same] = await tx.select({ testId: testEntry.testId }).from(testEntry).where(eq(testEntry.id, form.id))
      if (same && same.testId !== testId) throw idTaken()
      if (same) return null
      if (!isRunning(test)) throw new Refusal(409, service.ended)
      const [{ last }] = (await tx
        .select({ last: max(testEntry.at) })
        .from(testEntry)
        .where(eq(testEntry.testId, testId))) as [{ last: Date | null }]
      // Neither before what was recorded last, nor before it began, nor after now.
      const at = new Date(Math.min(+now, Math.max(+now - ago, last ? +last + 1 : 0, test.startedAt)))
      const find = (tests: JobView['tests']) => tests.find(each => each.id === testId)!
      const reload = async () => find((await loadAspects(row.jobId, ['tests'], tx)).tests)
      const call: EntryCall<TankTestKind> = {
        tx,
        actor,
        now: at,
        tank,
        test,
        reload,
        row: await anyTestRow(testId, tx),
        form: form as never,
      }
      await tx.insert(testEntry).values({ id: form.id, testId, at, entry: await entry.record(call), personId: actor.id })
      await entry.after?.(call)
      return true
    },
  )
  return loadJob(row.jobId)
}
