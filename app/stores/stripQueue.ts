import { openDB, type IDBPDatabase } from 'idb'
import { defineStore } from 'pinia'
import type { StripForm } from '#shared/schemas/strip'
import type { JobView } from '#shared/views'

/** One line of a strip list on its way, with its photograph. */
export interface WaitingStrip {
  /** who typed it: it is sent in no other name */
  personId: string
  jobId: string
  form: StripForm
  photo: Blob | null
  photoSent: boolean
}

/**
 * Lines of strip lists on their way to the server: each is kept in the browser first, with its photograph, and taken off once
 * the server has it.
 * Lines and photographs have ids of their own, so that one that was sent twice arrives once.
 */
export const useStripQueue = defineStore('stripQueue', () => {
  const waiting = shallowRef<WaitingStrip[]>([])
  const problem = ref<string | null>(null)
  let store: Promise<IDBPDatabase> | null = null
  const heard = new Set<(job: JobView) => void>()

  const open = () =>
    (store ??= openDB('zinc-bell-strips', 1, {
      upgrade: db => {
        db.createObjectStore('strips', { keyPath: 'form.id' })
      },
    }))
  const session = useSession()
  const look = async () => {
    waiting.value = ofPerson((await (await open()).getAll('strips')) as WaitingStrip[], session.person)
  }

  const flush = outbox(async () => {
    const db = await open()
    await look()
    for (const each of waiting.value) {
      try {
        if (each.photo && !each.photoSent) {
          await sendPhoto(each.jobId, each.photo, each.form.photoId!)
          await db.put('strips', { ...each, photoSent: true })
        }
        const job = await callApi<JobView>(`jobs/${each.jobId}/strips`, 'POST', each.form)
        heard.forEach(hear => hear(job))
      } catch (error) {
        const { fate, message } = fateOf(error)
        if (fate !== 'refused') return fate
        // A photograph that is none must not take its line with it.
        if (each.photo && !each.photoSent) {
          problem.value = `The photograph of ${each.form.name} was not taken: ${message}`
          await db.put('strips', { ...each, photo: null, form: { ...each.form, photoId: null } })
          void flush()
          return
        }
        problem.value = `${each.form.name}: ${message}`
      }
      await db.delete('strips', each.form.id)
      await look()
    }
  })
  return {
    waiting,
    problem,
    flush,
    async add(jobId: string, form: StripForm, photo: Blob | null) {
      problem.value = null
      const own = { ...form, photoId: photo ? newId() : null }
      await (await open()).put('strips', { personId: session.person!.id, jobId, form: own, photo, photoSent: false })
      await look()
      void flush()
    },
    /** Hears the job as the server answers it, for as long as the calling component lives. */
    on(hear: (job: JobView) => void) {
      heard.add(hear)
      onScopeDispose(() => heard.delete(hear))
    },
    restore: () => flush(),
  }
})
