import { createSharedComposable, useTimestamp } from '@vueuse/core'

/** The time in ms, moving on each second; one clock for the whole page. */
export const useClock = createSharedComposable(() => useTimestamp({ interval: 1000 }))
