import { randomUUID } from 'node:crypto'
import type { BrowserContext, Page } from '@playwright/test'
import { proposedClosures } from '../../core/circuit/proposedClosures'
import { holdingLinks } from '../../core/circuit/reach'
import { tankKind } from '../../core/circuit/tankKinds'
import { cautions } from '../../core/fuel/makeSafe'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import { liveParts } from '../../shared/jobCircuit'
import { emptyComplaint, type NewJob } from '../../shared/schemas/job'
import type { JobView } from '../../shared/views'
import type { Shop } from './shop'
import { expect } from './test'

/** What a test does through the API around a repair that it makes on the screen. */
export function workshop(context: BrowserContext, shop: Shop) {
  const post = async (path: string, data: object): Promise<JobView> => {
    const answer = await context.request.post(`${shop.url}/api/${path}`, { data })
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    return (await answer.json()) as JobView
  }
  const look = async (jobId: string) => (await (await context.request.get(`${shop.url}/api/jobs/${jobId}`)).json()) as JobView
  return {
    post,
    look,
    /** A job whose cautions are read. */
    async open(tank: string, change: Partial<NewJob> = {}): Promise<JobView> {
      const kind = tankKind(tank)
      const job = await post('jobs', {
        id: randomUUID(),
        work: 'leak',
        craftName: `Craft ${tank}`,
        craftKind: kind.craft,
        craftBuilt: null,
        tankName: 'tank',
        tankKind: tank,
        material: kind.material,
        capacity: kind.capacity,
        fuel: 'petrol',
        pressureLimit: kind.pressureLimit,
        limitSource: 'plate',
        acceptance: throughputFromStandard(kind.acceptance),
        fuelAcceptance: null,
        limitsReason: '',
        complaint: emptyComplaint(),
        ...change,
      })
      await post(`jobs/${job.id}/entries/cautions`, { id: randomUUID(), cautions: cautions.map(each => each.key), act: null })
      return look(job.id)
    },
    /** A leak that is seen on a part; with the id of one that it is again. @returns its id */
    async seen(jobId: string, part: string, leakId: string | null = null): Promise<string> {
      const job = await look(jobId)
      const partId = liveParts(job).find(each => each.name === part)!.id
      const view = await post(`jobs/${jobId}/entries/find`, {
        id: randomUUID(),
        partId,
        x1: 300,
        y1: 200,
        x2: 330,
        y2: 200,
        length: 0.012,
        note: '',
        leakId,
        seen: 'drips',
        photoId: null,
        cause: null,
      })
      return view.leaks.find(leak => leak.partId === partId)!.id
    },
    /** Hours pass for all that was done on a job so far. */
    async pass(jobId: string, hours: number): Promise<void> {
      const by = `interval '${hours} hours'`
      const its = `job_id = '${jobId}'`
      await shop.query(`update entry set at = at - ${by}, said_at = said_at - ${by} where ${its}`)
      await shop.query(`update test_entry set at = at - ${by} where test_id in (select id from test where ${its})`)
      await shop.query(`update test set started_at = started_at - ${by}, stopped_at = stopped_at - ${by} where ${its}`)
      await shop.query(`update map_before set until = until - ${by} where ${its}`)
      await shop.query(`update part set added_at = added_at - ${by} where ${its}`)
    },
    /** A soap walk over every part, watched to its end and dry. */
    async soapAllDry(jobId: string): Promise<void> {
      const job = await look(jobId)
      const id = randomUUID()
      const pressure = Math.min(tankKind(job.tankKind).workingPressure, job.pressureLimit)
      await post(`jobs/${jobId}/tests/soap`, {
        id,
        pressure,
        closures: proposedClosures(liveParts(job)),
        links: holdingLinks(job.circuit),
        wettedShare: 0,
        relief: { kind: 'water column', opensAt: pressure },
        earlyReason: '',
      })
      // One after the other: nobody watches them all at once.
      for (const part of liveParts(job)) {
        await post(`tests/${id}/entries/watch`, { id: randomUUID(), partIds: [part.id] })
        await shop.query(`update test_entry set at = at - interval '31 seconds' where test_id = '${id}'`)
      }
      await shop.query(`update test_entry set at = at - interval '5 minutes' where test_id = '${id}'`)
      await shop.query(`update test set started_at = started_at - interval '40 minutes' where id = '${id}'`)
      for (const part of liveParts(job))
        await post(`tests/${id}/entries/mark`, { id: randomUUID(), partId: part.id, mark: 'dry' })
      await post(`tests/${id}/stop`, {})
    },
  }
}

/** Does something on the page of a repair, and waits until the server has it: the page itself does not wait. */
export async function kept(page: Page, kind: string, act: () => Promise<void>): Promise<void> {
  const answer = page.waitForResponse(each => each.url().endsWith(`/entries/run-${kind}`) && each.request().method() === 'POST')
  await act()
  await answer
}

/** Goes on from the stage that is shown: as it is, or all the same with a reason. */
export async function goOn(page: Page, stage: string, reason?: string): Promise<void> {
  await expect(page.getByRole('heading', { level: 1, name: stage })).toBeVisible()
  if (reason) {
    await page.getByRole('button', { name: 'Go on all the same' }).click()
    await page.getByLabel('To go on all the same, say why').fill(reason)
  }
  await kept(page, 'done', () => page.getByRole('button', { name: /^(Next: |It is done)/ }).click())
  await expect(page.getByRole('heading', { level: 1, name: stage })).toBeHidden()
}
