/** How long the first page has the processor and the network for itself, ms. */
const AFTER = 4000

/** Makes the program open without a network, once it is open. Browsers allow it behind TLS and on the own machine. */
export default defineNuxtPlugin(() => {
  if (import.meta.dev || !('serviceWorker' in navigator)) return
  setTimeout(() => {
    // Without it the program works as long as the network does.
    navigator.serviceWorker.register('/service-worker.js').catch(() => {})
  }, AFTER)
})
