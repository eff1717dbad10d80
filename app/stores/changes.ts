import { useEventListener, useEventSource, useTimeoutFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { ChangeNotice } from '#shared/changes'

/** ms without a beat after which the stream counts as lost; the server beats every 15 s */
const QUIET = 40_000
const RETRY_AFTER = 2000

type Listener = (notice: ChangeNotice | null) => void

/** The one stream on which the server tells what changed. A null notice means: connected again, look at everything. */
export const useChanges = defineStore('changes', () => {
  const connected = ref(true)
  /** when what is shown was got, where it comes from before the network went; null while it is of now */
  const keptAt = ref<number | null>(null)
  const listeners = new Set<Listener>()
  let lost = false
  const source = useEventSource<['beat'], ChangeNotice | null>('/api/stream', ['beat'], {
    immediate: false,
    autoReconnect: { delay: RETRY_AFTER },
    serializer: { read: text => (text ? (JSON.parse(text) as ChangeNotice) : null) },
  })
  const lose = () => {
    connected.value = false
    lost = true
  }
  const quiet = useTimeoutFn(
    () => {
      lose()
      source.open()
      quiet.start()
    },
    QUIET,
    { immediate: false },
  )

  // Each message has a number of its own, so that two that say the same are two; told at once, so that none is passed over.
  watch(
    source.lastEventId,
    id => {
      if (id === null) return
      quiet.start()
      connected.value = true
      if (lost) {
        lost = false
        listeners.forEach(listener => listener(null))
      }
      const notice = source.data.value
      if (notice) listeners.forEach(listener => listener(notice))
    },
    { flush: 'sync' },
  )
  watch(source.error, error => {
    if (!error) return
    lose()
    // A stream also ends with its session: then whoever is here signs in again, over the page.
    void useSession()
      .load()
      .catch(() => {})
  })
  useEventListener(window, 'offline', lose)
  useEventListener(window, 'online', () => {
    if (source.eventSource.value) source.open()
  })
  return {
    connected,
    keptAt,
    /** An answer came, of now or of before. The oldest of those on the page counts, until one is of now. */
    heardFrom(at: number | null) {
      keptAt.value = at === null ? null : Math.min(at, keptAt.value ?? at)
    },
    open() {
      if (source.eventSource.value) return
      source.open()
      quiet.start()
    },
    close() {
      quiet.stop()
      source.close()
    },
    /** Hears changes for as long as the calling component lives. */
    on(listener: Listener) {
      listeners.add(listener)
      onScopeDispose(() => listeners.delete(listener))
    },
  }
})
