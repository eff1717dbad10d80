import { useThrottleFn } from '@vueuse/core'
import type { ChangeNotice } from '#shared/views'

/**
 * A value from the server that is fetched again when something that concerns it changes.
 * @param fetch how to get it
 * @param concerns which notices ask for it anew
 */
export function useRefreshed<T>(fetch: () => Promise<T>, concerns: (notice: ChangeNotice) => boolean) {
  const value = shallowRef<T | null>(null)
  const error = ref<ApiError | null>(null)
  const refresh = async () => {
    try {
      value.value = await fetch()
      error.value = null
    }
    catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
    }
  }
  const soon = useThrottleFn(refresh, 400, true)
  useChanges().on(notice => { if (notice === null || concerns(notice)) void soon() })
  void refresh()
  return { value, error, refresh }
}
