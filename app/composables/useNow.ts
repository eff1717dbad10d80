import { useIntervalFn } from '@vueuse/core'

const now = ref(Date.now())
let started = false

/** The time in ms, moving on each second; one clock for the whole page. */
export function useClock() {
  if (!started) {
    started = true
    useIntervalFn(() => { now.value = Date.now() }, 1000)
  }
  return now
}
