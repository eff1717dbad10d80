import { deleteDB, openDB, type IDBPDatabase } from 'idb'
import type { WaitingEntry } from './entryQueue'

type Earlier = Record<string, unknown>
const photoOf = ({ photo, photoSent }: Earlier, id: string): WaitingEntry['photo'] =>
  photo ? { id, file: photo as Blob, sent: photoSent === true } : null

/** Queues of earlier versions, each with how what waits there waits now. */
const earlier: { name: string; store: string; entry: (kept: Earlier) => WaitingEntry }[] = [
  {
    name: 'zinc-bell-runs',
    store: 'entries',
    entry: ({ id, personId, runId, kind, facts, tappedAt }) => ({
      id: id as string,
      personId: personId as string,
      jobId: '',
      path: `runs/${String(runId)}/entries/${String(kind)}`,
      body: { id, ...(facts as object) },
      photo: null,
      words: 'What was tapped in a repair',
      made: tappedAt as number,
      timed: true,
      chain: runId as string,
    }),
  },
  {
    name: 'zinc-bell-strips',
    store: 'strips',
    entry: kept => {
      const form = kept.form as { id: string; name: string; photoId: string | null }
      return {
        id: form.id,
        personId: kept.personId as string,
        jobId: kept.jobId as string,
        path: `jobs/${String(kept.jobId)}/strips`,
        body: form,
        photo: photoOf(kept, form.photoId ?? form.id),
        words: form.name,
        made: Date.now(),
        timed: false,
        chain: null,
      }
    },
  },
]

/** Takes over what an earlier version of the program left waiting in this browser. */
export async function takeOver(queue: IDBPDatabase): Promise<void> {
  const there = new Set((await indexedDB.databases()).map(each => each.name))
  for (const { name, store, entry } of earlier.filter(each => there.has(each.name))) {
    const db = await openDB(name)
    const kept = db.objectStoreNames.contains(store) ? ((await db.getAll(store)) as Earlier[]) : []
    for (const each of kept) await queue.put('entries', entry(each))
    db.close()
    await deleteDB(name)
  }
}
