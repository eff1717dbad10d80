import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'
import type { ReadingView } from '#shared/leaktest/hold/holdView'

const MOST_AT_ONCE = 1000

interface Waiting {
  /** who typed it: it is sent in no other name */
  personId: string
  holdId: string
  reading: ReadingView
}

/**
 * Typed readings on their way to the server: each is kept in the browser first, sent in order, and taken off once the server
 * has it.
 * A reading is known by its hold and time, so one that was sent twice arrives once.
 */
export const useReadingQueue = defineStore('readingQueue', () => {
  const waiting = ref(0)
  const problem = ref<string | null>(null)
  let store: Promise<IDBPDatabase> | null = null

  const open = () =>
    (store ??= openDB('zinc-bell-readings', 1, {
      upgrade: db => {
        db.createObjectStore('readings', { keyPath: ['personId', 'holdId', 'reading.t'] })
      },
    }))
  const session = useSession()
  const all = async () => ofPerson((await (await open()).getAll('readings')) as Waiting[], session.person)

  const flush = outbox(async () => {
    const db = await open()
    let most = MOST_AT_ONCE
    for (;;) {
      const queued = await all()
      waiting.value = queued.length
      const holdId = queued[0]?.holdId
      if (!holdId) return
      const batch = queued
        .filter(each => each.holdId === holdId)
        .sort((a, b) => a.reading.t - b.reading.t)
        .slice(0, most)
      try {
        await callApi(`holds/${holdId}/readings`, 'POST', { readings: batch.map(each => each.reading) })
        if (most > 1) problem.value = null
      } catch (error) {
        const { fate, message } = fateOf(error)
        if (fate !== 'refused') return fate
        // One bad reading must not take the good ones of its batch with it: they go one by one.
        if (batch.length > 1) {
          most = 1
          continue
        }
        problem.value = `A reading was not taken: ${message}`
      }
      const tx = db.transaction('readings', 'readwrite')
      await Promise.all([...batch.map(each => tx.store.delete([each.personId, each.holdId, each.reading.t])), tx.done])
    }
  })
  return {
    waiting,
    problem,
    flush,
    async add(holdId: string, reading: ReadingView) {
      await (await open()).put('readings', { personId: session.person!.id, holdId, reading })
      waiting.value++
      void flush()
    },
    /** Readings of a hold that the server does not have yet. */
    of: async (holdId: string) => (await all()).filter(each => each.holdId === holdId).map(each => each.reading),
    /** Goes on with what an earlier page left. */
    restore: () => flush(),
  }
})
