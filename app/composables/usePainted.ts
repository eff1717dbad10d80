/** Whether what a component shows first has been painted: what is large or further down waits until then. */
export function usePainted() {
  const painted = ref(false)
  // The first is before the paint of this frame, what follows it after.
  onMounted(() => requestAnimationFrame(() => setTimeout(() => (painted.value = true))))
  return painted
}
