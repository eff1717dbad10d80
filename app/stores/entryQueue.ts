import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'
import type { JobView } from '#shared/views'
import { takeOver } from './earlierQueues'

/** An entry on its way to a job, or a photograph alone. */
export interface WaitingEntry {
  id: string
  /** who made it: it is sent in no other name */
  personId: string
  jobId: string
  /** the address that takes it; empty for a photograph alone */
  path: string
  body: Record<string, unknown>
  /** goes before the entry that shows it */
  photo: { id: string; file: Blob; sent: boolean } | null
  /** what it is, for whoever reads that it waits */
  words: string
  /** by this page's clock, ms */
  made: number
  /** it says how long ago it was made */
  timed: boolean
  /** with one that is refused falls what was made after it on the strength of it: what has the same word here */
  chain: string | null
}
type NewEntry = Pick<WaitingEntry, 'jobId' | 'path' | 'words'> & { body: { id: string } & Record<string, unknown> } & Partial<
    Pick<WaitingEntry, 'photo' | 'timed' | 'chain'>
  >

/**
 * What people record of a job: sent at once, or kept in the browser and sent in order, each once, when there is a network again. An entry
 * has an id of its own, so that one that was sent twice arrives once.
 */
export const useEntryQueue = defineStore('entryQueue', () => {
  const waiting = shallowRef<WaitingEntry[]>([])
  /** what was refused last, of those that waited */
  const refused = ref<{ path: string; message: string; fields: Record<string, string> } | null>(null)
  const session = useSession()
  const heard = new Set<(job: JobView) => void>()
  let store: Promise<IDBPDatabase> | null = null
  const open = () => (store ??= openQueue())
  const look = async () => {
    const all = ofPerson((await (await open()).getAll('entries')) as WaitingEntry[], session.person)
    waiting.value = all.sort((a, b) => a.made - b.made)
  }
  const arrives = async (each: WaitingEntry, db: IDBPDatabase): Promise<JobView> => {
    let job: JobView | null = null
    if (each.photo && !each.photo.sent) {
      job = await sendPhoto(each.jobId, each.photo.file, each.photo.id)
      if (each.path) await db.put('entries', { ...each, photo: { ...each.photo, sent: true } })
    }
    const before = typeof each.body.ago === 'number' ? each.body.ago : 0
    const body = { ...each.body, ...(each.timed && { ago: before + Math.max(0, Date.now() - each.made) }) }
    return each.path ? callApi<JobView>(each.path, 'POST', body) : job!
  }
  const flush = outbox(async () => {
    const db = await open()
    await look()
    while (waiting.value[0]) {
      const each = waiting.value[0]
      let falls = [each]
      try {
        const job = await arrives(each, db)
        heard.forEach(hear => hear(job))
      } catch (error) {
        const { fate, message } = fateOf(error)
        if (fate !== 'refused') return fate
        const fields = error instanceof ApiError ? error.fields : {}
        const itsPhoto = each.photo && !((await db.get('entries', each.id)) as WaitingEntry).photo!.sent
        if (itsPhoto && each.path) {
          // A photograph that is none must not take its line with it.
          refused.value = { path: each.path, message: `The photograph of ${each.words} was not taken: ${message}`, fields }
          await db.put('entries', { ...each, photo: null, body: { ...each.body, photoId: null } })
          await look()
          continue
        }
        refused.value = { path: each.path, message: `${each.words}: ${message}`, fields }
        if (each.chain !== null) falls = waiting.value.filter(other => other.chain === each.chain)
      }
      for (const { id } of falls) await db.delete('entries', id)
      await look()
    }
  })
  const put = async ({ photo = null, timed = false, chain = null, ...entry }: NewEntry, made: number) => {
    // Without what watches it: the store copies what it is given.
    const body = JSON.parse(JSON.stringify(entry.body)) as WaitingEntry['body']
    const kept = { ...entry, body, photo, timed, chain, id: entry.body.id, personId: session.person!.id, made }
    await (await open()).put('entries', kept satisfies WaitingEntry)
    await look()
  }
  /** Now, where nothing waits before it; else it is kept. */
  const send = async (entry: NewEntry, now: () => Promise<JobView>): Promise<JobView | null> => {
    refused.value = null
    const made = Date.now()
    try {
      if (waiting.value.length === 0) return await now()
    } catch (error) {
      if (fateOf(error).fate !== 'later') throw error
    }
    await put(entry, made)
    void flush()
    return null
  }
  return {
    waiting,
    refused,
    flush,
    /**
     * Sends an entry to its address now, or keeps it until there is a network.
     * @returns the job as the server has it; null when it waits
     * @throws ApiError when it is refused
     */
    send: (entry: NewEntry) => send(entry, () => callApi<JobView>(entry.path, 'POST', entry.body)),
    /** Sends a photograph now, or keeps it. @returns the job; null when it waits @throws ApiError when it is refused */
    sendPhoto: (jobId: string, file: Blob, id: string) =>
      send({ jobId, path: '', body: { id }, words: 'A photograph', photo: { id, file, sent: false } }, () =>
        sendPhoto(jobId, file, id),
      ),
    /** Keeps an entry first and sends it then: it stands at once where it will. */
    async add(entry: NewEntry) {
      refused.value = null
      await put(entry, Date.now())
      await flush()
    },
    /** Hears the job as the server answers what waited, for as long as the calling component lives. */
    on(hear: (job: JobView) => void) {
      heard.add(hear)
      onScopeDispose(() => heard.delete(hear))
    },
    /** Goes on with what an earlier page left. */
    async restore() {
      await takeOver(await open())
      await flush()
    },
  }
})

function openQueue(): Promise<IDBPDatabase> {
  return openDB('zinc-bell-entries', 3, {
    upgrade: async (db, before, _, all) => {
      if (before === 0) db.createObjectStore('entries', { keyPath: 'id' })
      for (let at = before > 0 ? await all.objectStore('entries').openCursor() : null; at; at = await at.continue()) {
        const { path, photo, ...rest } = at.value as Omit<WaitingEntry, 'photo'> & { photo: Blob | null }
        await at.update({
          ...rest,
          // Addresses were kept from the job on.
          path: before === 1 && path !== '' ? `jobs/${rest.jobId}/${path}` : path,
          photo: photo && { id: rest.id, file: photo, sent: false },
          timed: false,
          chain: null,
        } satisfies WaitingEntry)
      }
    },
  })
}
