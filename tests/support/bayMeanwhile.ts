import type { APIRequestContext } from '@playwright/test'
import type { JobView } from '../../shared/views'
import { setUpHold } from './setUpHold'
import type { Shop } from './shop'

/** Asks for the Bay again and again until something has ended. @returns how long each answer took, ms, ascending */
export async function bayMeanwhile(request: APIRequestContext, shop: Shop, work: Promise<unknown>): Promise<number[]> {
  const took: number[] = []
  let ended = false
  void work.finally(() => (ended = true)).catch(() => {})
  while (!ended) {
    const from = performance.now()
    await request.get(`${shop.url}/api/jobs`)
    took.push(performance.now() - from)
  }
  await work
  return took.sort((a, b) => a - b)
}

/** Sets up a hold for a file on a job, and sends a file of so many rows. @returns the hold's id, and when it is read */
export async function sendRows(
  request: APIRequestContext,
  shop: Shop,
  job: JobView,
  rows: number,
): Promise<{ id: string; read: Promise<unknown> }> {
  const post = async (path: string, data: object) => {
    const answer = await request.post(`${shop.url}/api/${path}`, { data, timeout: 300_000 })
    if (!answer.ok()) throw new Error(`${path}: ${answer.status()} ${(await answer.text()).slice(0, 200)}`)
  }
  const id = await setUpHold(post, job, 'file', 6000)
  const lines = Array.from(
    { length: rows },
    (_, k) => `${(k * 0.1).toFixed(1)};${(6 - k * 1e-7).toFixed(6)};18.${(k % 90) + 10};101.3`,
  )
  const text = ['time_s;pressure_kPa;temperature_C;barometer_kPa', ...lines].join('\n')
  return { id, read: post(`holds/${id}/file`, { text, startedAt: Date.now() - 3 * 86_400_000 }) }
}
