import { useThrottleFn } from '@vueuse/core'
import type { ChangeNotice } from '#shared/changes'

/**
 * A value from the server that is fetched again when something that concerns it changes.
 * @param fetch how to get it, from what was known before and what has changed since; null for both asks for the whole
 * @param concerns which notices ask for it anew
 */
export function useRefreshed<T>(
  fetch: (before: T | null, changed: readonly ChangeNotice[] | null) => Promise<T>,
  concerns: (notice: ChangeNotice) => boolean,
) {
  const value = shallowRef<T | null>(null)
  const error = ref<ApiError | null>(null)
  let changed: ChangeNotice[] | null = null
  let asked = 0
  let answered = 0
  const get = async (since: readonly ChangeNotice[] | null): Promise<void> => {
    const turn = ++asked
    try {
      const known = value.value
      const fetched = await fetch(known, since)
      // A slow answer does not stand over what came meanwhile: a later one, or what an act of this page brought. Then it is asked anew.
      if (since === null && turn < answered) return
      if (turn < answered || value.value !== known) return await get(null)
      answered = turn
      value.value = fetched
      error.value = null
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      if (turn >= answered) error.value = thrown
    }
  }
  const refresh = () => get(null)
  const soon = useThrottleFn(
    () => {
      const since = changed
      changed = []
      return get(since)
    },
    400,
    true,
  )
  useChanges().on(notice => {
    if (notice === null) changed = null
    else if (!concerns(notice)) return
    else changed?.push(notice)
    void soon()
  })
  void refresh().then(() => {
    changed ??= []
  })
  return { value, error, refresh }
}
