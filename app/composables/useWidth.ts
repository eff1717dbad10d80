import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core'

/** How wide an element is, px; 0 before its first layout. It is told and not asked for: each asking would have the page laid out anew. */
export function useWidth(element: MaybeComputedElementRef) {
  const width = ref(0)
  useResizeObserver(element, ([entry]) => {
    width.value = entry!.contentRect.width
  })
  return width
}
