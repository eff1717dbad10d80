import { useLocalStorage } from '@vueuse/core'
import { v4 } from 'uuid'

/** The key under which a browser keeps what belongs to whoever is signed in: on a shared tablet another neither sees nor sends it. */
export const ownKey = (key: string) => `${useSession().person?.id ?? 'nobody'}:${key}`

/**
 * A form's contents, kept in the browser until they are saved: an ended session, a reload or a dead battery loses nothing.
 * The entry's id is part of it, so that a repeated submit is one entry.
 * @param key one a form and subject
 * @param blank what a fresh form holds
 */
export function useDraft<T extends object>(key: string, blank: () => T) {
  const at = ownKey(`draft:${key}`)
  const fresh = () => ({ ...blank(), id: v4() })
  const draft = useLocalStorage<T & { id: string }>(at, fresh(), { mergeDefaults: true })
  const clear = () => {
    draft.value = fresh()
    // A form that goes away as it is sent is gone before its change is written: what was sent, with its id, would greet the next.
    localStorage.removeItem(at)
  }
  return { draft, clear }
}

export const newId = () => v4()
