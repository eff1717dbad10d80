import { useDebounceFn } from '@vueuse/core'
import { touchesJob } from '#shared/changes'
import type { BayPage, BayRow } from '#shared/views'

/** The Bay, a page at a time: what is in or what was closed, found by words; kept fresh. */
export function useBay() {
  const words = ref('')
  const closed = ref(false)
  const pages = ref(1)
  const ask = (after: string | null) => {
    const query = new URLSearchParams({
      ...(words.value.trim() && { words: words.value.trim() }),
      ...(closed.value && { closed: '1' }),
      ...(after && { after }),
    })
    return callApi<BayPage>(`jobs?${query}`)
  }
  const {
    value: bay,
    error,
    refresh,
  } = useRefreshed<BayPage>(async () => {
    let page = await ask(null)
    const rows: BayRow[] = [...page.rows]
    for (let more = 1; more < pages.value && page.next !== null; more++) {
      page = await ask(page.next)
      rows.push(...page.rows)
    }
    return { ...page, rows }
  }, touchesJob)
  const again = () => {
    pages.value = 1
    return refresh()
  }
  watch(words, useDebounceFn(again, 200))
  watch(closed, again)
  const showMore = () => {
    pages.value++
    return refresh()
  }
  return { bay, error, refresh, words, closed, showMore }
}
