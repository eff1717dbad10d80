import type { BayPage } from '#shared/views'

/** Jobs of the Bay that are fetched ahead, the latest moved first. */
const MOST_JOBS = 12
const EVERY = 10 * 60_000 // ms
const FIRST = 12_000 // ms, after which what somebody who came before had asked for is answered

/** Fetches the jobs that somebody is on ahead of time, so that they open where there is no signal. Only where something keeps them. */
export function useKeptForLater() {
  const keep = async () => {
    if (!navigator.serviceWorker?.controller || !useSession().person) return
    try {
      await Promise.all(['me', 'bench', 'kit', 'people', 'bells'].map(path => callApi(path)))
      const { rows } = await callApi<BayPage>('jobs?')
      // One after the other: whoever works now comes first.
      for (const { id } of rows.slice(0, MOST_JOBS)) await callApi(`jobs/${id}`)
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
    }
  }
  useTimeoutFn(() => {
    // On a slow device what keeps them is not there yet.
    if (navigator.serviceWorker?.controller) void keep()
    else navigator.serviceWorker?.addEventListener('controllerchange', () => void keep(), { once: true })
  }, FIRST)
  useIntervalFn(() => void keep(), EVERY)
}
