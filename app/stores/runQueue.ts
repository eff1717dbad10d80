import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'
import type { RunKind } from '#shared/repair/runEntries'
import type { JobView } from '#shared/views'

/** Something tapped in a repair on its way to the server. */
export interface WaitingEntry {
  id: string
  /** who tapped it: it is sent in no other name */
  personId: string
  runId: string
  kind: RunKind
  facts: object
  /** by this page's clock, ms */
  tappedAt: number
}

/**
 * What was tapped in a repair: kept in the browser first and sent in order, each once, so that a stage goes on without a network.
 * The server hears how long ago it was tapped. What it refuses comes off and is said; so does all that waited behind it in the same
 * repair, since it was tapped on the strength of it.
 */
export const useRunQueue = defineStore('runQueue', () => {
  const waiting = shallowRef<WaitingEntry[]>([])
  const problem = ref<string | null>(null)
  const fields = ref<Record<string, string>>({})
  let store: Promise<IDBPDatabase> | null = null
  const heard = new Set<(job: JobView) => void>()

  const open = () =>
    (store ??= openDB('zinc-bell-runs', 1, {
      upgrade: db => {
        db.createObjectStore('entries', { keyPath: 'id' })
      },
    }))
  const session = useSession()
  const look = async () => {
    const all = ofPerson((await (await open()).getAll('entries')) as WaitingEntry[], session.person)
    waiting.value = all.sort((a, b) => a.tappedAt - b.tappedAt)
  }

  const flush = outbox(async () => {
    const db = await open()
    await look()
    for (const each of waiting.value) {
      try {
        const body = { id: each.id, ago: Math.max(0, Date.now() - each.tappedAt), ...each.facts }
        const job = await callApi<JobView>(`runs/${each.runId}/entries/${each.kind}`, 'POST', body)
        heard.forEach(hear => hear(job))
      } catch (error) {
        const { fate, message } = fateOf(error)
        if (fate !== 'refused') return fate
        problem.value = message
        fields.value = error instanceof ApiError ? error.fields : {}
        for (const behind of waiting.value.filter(other => other.runId === each.runId)) await db.delete('entries', behind.id)
        await look()
        return
      }
      await db.delete('entries', each.id)
      await look()
    }
  })
  return {
    waiting,
    problem,
    fields,
    async add(runId: string, kind: RunKind, facts: object) {
      problem.value = null
      fields.value = {}
      const entry: WaitingEntry = { id: newId(), personId: session.person!.id, runId, kind, facts, tappedAt: Date.now() }
      await (await open()).put('entries', entry)
      await look()
      await flush()
    },
    /** Hears the job as the server answers it, for as long as the calling component lives. */
    on(hear: (job: JobView) => void) {
      heard.add(hear)
      onScopeDispose(() => heard.delete(hear))
    },
    restore: () => flush(),
  }
})
