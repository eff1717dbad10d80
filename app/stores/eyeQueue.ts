import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'

/** A line of the feed as a phone sends it (docs/formats.md). */
interface EyeLine {
  t: number
  pressure_kPa: number
  pressureNoise_kPa: number
  temperature_C?: number
  barometer_hPa?: number
}
interface Waiting {
  personId: string
  holdId: string
  line: EyeLine
}
const MOST_AT_ONCE = 1000

/**
 * Readings by camera on their way to the server, under the key of the hold and under no other right. Each is kept in the browser
 * until the server has it; a reading is known by its hold and time, so one that was sent twice arrives once.
 */
export const useEyeQueue = defineStore('eyeQueue', () => {
  const waiting = ref(0)
  /** why the server takes nothing more of this phone; null while it does */
  const ended = ref<string | null>(null)
  const keys = new Map<string, string>()
  const session = useSession()
  let store: Promise<IDBPDatabase> | null = null
  const open = () =>
    (store ??= openDB('zinc-bell-eye', 1, {
      upgrade: db => {
        db.createObjectStore('lines', { keyPath: ['personId', 'holdId', 'line.t'] })
      },
    }))
  const all = async () => ofPerson((await (await open()).getAll('lines')) as Waiting[], session.person)

  const flush = outbox(async () => {
    const db = await open()
    for (;;) {
      const queued = (await all()).filter(({ holdId }) => keys.has(holdId))
      waiting.value = queued.length
      const holdId = queued[0]?.holdId
      if (!holdId) return
      const batch = queued.filter(each => each.holdId === holdId).slice(0, MOST_AT_ONCE)
      const fate = await send(
        keys.get(holdId)!,
        batch.map(each => each.line),
      )
      if (fate === 'later') return 'later'
      if (fate !== null) {
        ended.value = fate.message
        // Another key may open the hold again, and they go with that; what is refused for good does not.
        keys.delete(holdId)
        if (fate.keep) continue
      }
      const tx = db.transaction('lines', 'readwrite')
      await Promise.all([...batch.map(each => tx.store.delete([each.personId, each.holdId, each.line.t])), tx.done])
    }
  })

  return {
    waiting,
    ended,
    /** From now on what is read of a hold goes with this key. */
    join(holdId: string, key: string) {
      keys.set(holdId, key)
      ended.value = null
      void flush()
    },
    async add(holdId: string, line: EyeLine) {
      await (await open()).put('lines', { personId: session.person!.id, holdId, line })
      waiting.value++
      void flush()
    },
  }
})

/** @returns null once they are taken, `later` where the server was not reached, else what it said */
async function send(key: string, lines: readonly EyeLine[]): Promise<'later' | { message: string; keep: boolean } | null> {
  const body = lines.map(line => JSON.stringify(line)).join('\n')
  try {
    const answer = await fetch('/api/feed', { method: 'POST', headers: { Authorization: `Bearer ${key}` }, body })
    if (answer.ok) return null
    if (answer.status === 429 || answer.status >= 500) return 'later'
    const said = (await answer.json().catch(() => null)) as { message?: string; data?: { message?: string } } | null
    return answer.status === 401
      ? { message: 'Another phone reads this hold now, or its key was revoked.', keep: true }
      : { message: said?.data?.message ?? said?.message ?? 'The hold takes no more readings.', keep: false }
  } catch {
    return 'later'
  }
}
