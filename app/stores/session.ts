import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { defaultPreferences, type Preferences } from '#shared/schemas/person'
import type { PersonView } from '#shared/views'
import { writeAs } from '#shared/writing'

/** Who is signed in, and the units and look that they chose. */
export const useSession = defineStore('session', () => {
  const person = ref<PersonView | null>(null)
  const askedAgain = ref(false)
  const look = useLocalStorage<Preferences['look']>('look', 'system')
  let waiting: (() => void)[] = []
  let choosing: Promise<unknown> = Promise.resolve()

  const preferences = computed(() => person.value?.preferences ?? defaultPreferences)
  const mayWork = computed(() => person.value !== null && person.value.role !== 'inspector')

  // Pages of one browser share the cookie: when it is another person's, each opens anew.
  const otherPages = 'BroadcastChannel' in globalThis ? new BroadcastChannel('zinc-bell-person') : null
  otherPages?.addEventListener('message', () => location.reload())
  const handOver = (to = location.pathname) => {
    otherPages?.postMessage(null)
    location.assign(to)
  }

  const take = (view: PersonView) => {
    person.value = view
    look.value = view.preferences.look
    writeAs(view.preferences)
  }
  return {
    person,
    preferences,
    mayWork,
    askedAgain,
    look,
    async load() {
      take(await callApi<PersonView>('me'))
    },
    async signIn(login: string, password: string) {
      take(await callApi<PersonView>('session', 'POST', { login, password }))
      askedAgain.value = false
      const ready = waiting
      waiting = []
      ready.forEach(go => go())
    },
    /** With a code of the owner's, a new password: signed in at once. */
    async useCode(form: { login: string; code: string; password: string }) {
      take(await callApi<PersonView>('session/code', 'POST', form))
    },
    /** On a shared tablet: the page opens anew, so that nothing of the other person stays on it. */
    async switchTo(personId: string, pin: string) {
      await callApi('session/switch', 'POST', { personId, pin })
      handOver()
    },
    /** Puts a shared tablet down: whoever takes it up says who they are. */
    async lock() {
      await callApi('session/lock', 'POST')
      handOver('/sign-in')
    },
    async makeOwner(form: { code: string; name: string; login: string; password: string }) {
      take(await callApi<PersonView>('owner', 'POST', form))
    },
    /** Shown at once; sent one after the other, so that quick choices do not overwrite each other. */
    prefer(change: Partial<Preferences>) {
      if (person.value) take({ ...person.value, preferences: { ...person.value.preferences, ...change } })
      const wanted = preferences.value
      choosing = choosing.catch(() => {}).then(() => callApi<PersonView>('me', 'PATCH', wanted))
      return choosing
    },
    async signOut() {
      person.value = null
      useChanges().close()
      await callApi('session', 'DELETE')
      otherPages?.postMessage(null)
    },
    /** Waits until somebody has signed in again over the page that is open. */
    signInAgain(): Promise<void> {
      askedAgain.value = true
      return new Promise(go => waiting.push(go))
    },
  }
})
