import { defineStore } from 'pinia'
import type { ChangeNotice } from '#shared/views'

/** ms without a beat after which the stream counts as lost; the server beats every 15 s */
const QUIET = 40_000

type Listener = (notice: ChangeNotice | null) => void

/** The one stream on which the server tells what changed. A null notice means: connected again, look at everything. */
export const useChanges = defineStore('changes', () => {
  const connected = ref(true)
  const listeners = new Set<Listener>()
  let source: EventSource | null = null
  let lost = false
  let lastBeat = 0

  const connect = () => {
    source?.close()
    source = new EventSource('/api/stream')
    const alive = () => {
      lastBeat = Date.now()
      connected.value = true
      if (lost) {
        lost = false
        listeners.forEach(listener => listener(null))
      }
    }
    source.addEventListener('beat', alive)
    source.onmessage = event => {
      alive()
      const notice = JSON.parse(event.data as string) as ChangeNotice
      listeners.forEach(listener => listener(notice))
    }
    source.onerror = () => {
      connected.value = false
      lost = true
    }
  }
  // A stream that was refused or has gone quiet is opened again.
  setInterval(() => {
    if (source && (source.readyState === EventSource.CLOSED || Date.now() - lastBeat > QUIET)) {
      lost = true
      lastBeat = Date.now()
      connect()
    }
  }, 2000)
  window.addEventListener('offline', () => {
    connected.value = false
    lost = true
  })
  window.addEventListener('online', () => { if (source) connect() })
  return {
    connected,
    open() {
      if (source) return
      lastBeat = Date.now()
      connect()
    },
    close() {
      source?.close()
      source = null
    },
    /** Hears changes for as long as the calling component lives. */
    on(listener: Listener) {
      listeners.add(listener)
      onScopeDispose(() => listeners.delete(listener))
    },
  }
})
