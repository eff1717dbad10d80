import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'
import type { JobView } from '#shared/views'

/** An entry, or a photograph, on its way to a job. */
interface WaitingEntry {
  id: string
  /** who made it: it is sent in no other name */
  personId: string
  jobId: string
  /** the address that takes the entry; empty for a photograph */
  path: string
  /** what is sent: a photograph before the entry that shows it */
  body: object
  photo: Blob | null
  /** what it is, for whoever reads that it waits */
  words: string
  /** the order in which they were made */
  made: number
}

/**
 * Finds and photographs that were made without a network: kept in the browser, sent in order, each once. An entry has an id of its own,
 * so that one that was sent twice arrives once.
 */
export const useEntryQueue = defineStore('entryQueue', () => {
  const waiting = shallowRef<WaitingEntry[]>([])
  const problem = ref<string | null>(null)
  const session = useSession()
  let store: Promise<IDBPDatabase> | null = null
  const open = () =>
    (store ??= openDB('zinc-bell-entries', 2, {
      upgrade: async (db, before, _, all) => {
        if (before === 0) db.createObjectStore('entries', { keyPath: 'id' })
        // Addresses were kept from the job on.
        for (let at = before === 1 ? await all.objectStore('entries').openCursor() : null; at; at = await at.continue())
          if (at.value.path !== '') await at.update({ ...at.value, path: `jobs/${at.value.jobId}/${at.value.path}` })
      },
    }))
  const look = async () => {
    const all = ofPerson((await (await open()).getAll('entries')) as WaitingEntry[], session.person)
    waiting.value = all.sort((a, b) => a.made - b.made)
  }
  const flush = outbox(async () => {
    const db = await open()
    await look()
    for (const each of waiting.value) {
      try {
        if (each.photo) await sendPhoto(each.jobId, each.photo, each.id)
        else await callApi(each.path, 'POST', each.body)
      } catch (error) {
        const { fate, message } = fateOf(error)
        if (fate !== 'refused') return fate
        problem.value = `${each.words}: ${message}`
      }
      await db.delete('entries', each.id)
      await look()
    }
  })
  const keep = async (entry: Omit<WaitingEntry, 'personId' | 'made'>) => {
    await (await open()).put('entries', { ...entry, personId: session.person!.id, made: Date.now() })
    await look()
    void flush()
  }
  return {
    waiting,
    problem,
    flush,
    /**
     * Sends an entry to its address now, or keeps it until there is a network.
     * @returns the job as the server has it; null when it waits
     * @throws ApiError when it is refused
     */
    async send(jobId: string, path: string, body: { id: string }, words: string): Promise<JobView | null> {
      try {
        if (waiting.value.length === 0) return await callApi<JobView>(path, 'POST', body)
      } catch (error) {
        if (fateOf(error).fate !== 'later') throw error
      }
      await keep({ id: body.id, jobId, path, body: JSON.parse(JSON.stringify(body)) as object, photo: null, words })
      return null
    },
    /** Sends a photograph now, or keeps it. @returns the job; null when it waits @throws ApiError when it is refused */
    async sendPhoto(jobId: string, photo: Blob, id: string): Promise<JobView | null> {
      try {
        if (waiting.value.length === 0) return await sendPhoto(jobId, photo, id)
      } catch (error) {
        if (fateOf(error).fate !== 'later') throw error
      }
      await keep({ id, jobId, path: '', body: {}, photo, words: 'A photograph' })
      return null
    },
    restore: () => flush(),
  }
})
