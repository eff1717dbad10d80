/**
 * One Tab stop for a row of choices: the arrow keys, Home and End go from one to the next, as in a group of radio buttons.
 * @param chosen place of the choice that is on, where Tab arrives; -1 when none is
 * @param reached called with the place that an arrow key went to
 */
export function useOneTabStop(count: () => number, chosen: () => number, reached: (at: number) => void = () => {}) {
  const last = ref(-1)
  const stop = computed(() => {
    const at = last.value >= 0 && last.value < count() ? last.value : chosen()
    return at >= 0 ? at : 0
  })
  function onKeydown(event: KeyboardEvent) {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
    const all = count()
    if (all === 0 || (step === undefined && event.key !== 'Home' && event.key !== 'End')) return
    event.preventDefault()
    // The page's own arrow keys stay out of it.
    event.stopPropagation()
    const to = event.key === 'Home' ? 0 : event.key === 'End' ? all - 1 : (stop.value + step! + all) % all
    last.value = to
    const row = event.currentTarget as HTMLElement
    row.querySelectorAll<HTMLElement>('[data-choice]')[to]?.focus()
    reached(to)
  }
  const tabindex = (at: number) => (at === stop.value ? 0 : -1)
  const onFocus = (at: number) => {
    last.value = at
  }
  /** Left by Tab, the next arrival is at what is chosen. */
  const onLeave = (event: FocusEvent) => {
    const row = event.currentTarget as HTMLElement
    if (!row.contains(event.relatedTarget as Node | null)) last.value = -1
  }
  return { onKeydown, onFocus, onLeave, tabindex }
}
