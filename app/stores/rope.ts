import { defineStore } from 'pinia'
import type { BellView } from '#shared/bells'

/** What hangs on the rope, kept by the server; rings here with sound, title and, when allowed, a notification. */
export const useRope = defineStore('rope', () => {
  const bells = ref<BellView[]>([])
  const failed = ref(false)
  const heard = new Set<string>()
  let first = true

  /** In the order of the rope: what is above its pressure limit comes first. */
  const ringing = computed(() => bells.value.filter(bell => bell.rungAt !== null))
  const overPressure = computed(() => ringing.value.filter(bell => bell.kind === 'pressure'))
  const load = async () => {
    try {
      bells.value = await callApi<BellView[]>('bells')
      failed.value = false
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      failed.value = true
      return
    }
    for (const bell of ringing.value) {
      // A bell that hangs or rings again is the same bell at another time.
      const stroke = `${bell.id} ${bell.rungAt}`
      if (heard.has(stroke)) continue
      heard.add(stroke)
      if (!first) ring(bell)
    }
    first = false
  }
  return {
    bells,
    ringing,
    overPressure,
    failed,
    load,
    async answer(id: string) {
      bells.value = bells.value.filter(bell => bell.id !== id)
      await callApi(`bells/${id}/answer`, 'POST')
    },
  }
})

function ring(bell: BellView) {
  strike()
  void notify(bell)
}

/** Phones show it only through the service worker; under the bell's tag, so that one that was also sent to the sleeping page shows once. */
async function notify({ id, jobId, title, detail }: BellView) {
  if (!('Notification' in window) || Notification.permission !== 'granted') return
  const options = { body: detail, tag: id, icon: '/bell.svg', data: `/jobs/${jobId}` }
  const worker = await navigator.serviceWorker?.getRegistration()
  if (worker?.active) await worker.showNotification(title, options)
  else new Notification(title, options)
}

/** A struck bell: three partials that die away. Browsers keep it silent until somebody has touched the page. */
function strike() {
  try {
    const audio = new AudioContext()
    const now = audio.currentTime
    for (const [frequency, level, length] of [
      [660, 0.3, 2],
      [1320, 0.15, 1.2],
      [1782, 0.1, 0.8],
    ] as const) {
      const tone = audio.createOscillator()
      const gain = audio.createGain()
      tone.frequency.value = frequency
      gain.gain.setValueAtTime(level, now)
      gain.gain.exponentialRampToValueAtTime(0.0001, now + length)
      tone.connect(gain).connect(audio.destination)
      tone.start(now)
      tone.stop(now + length)
    }
    setTimeout(() => void audio.close(), 2500)
  } catch {
    // Without sound the title and the rope still tell.
  }
}
