/**
 * The page's colours as values, for charts that cannot read style variables; they follow light and dark. Read once for all charts of
 * a page: reading makes the browser work out every style there and then.
 */
export const useInks = createSharedComposable(() => {
  const mode = useColorMode()
  const read = () => {
    const style = getComputedStyle(document.documentElement)
    const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
    return {
      ink: of('ink'),
      inkSoft: of('ink-soft'),
      hair: of('hair'),
      sheet: of('sheet'),
      sealed: of('sealed'),
      leaking: of('leaking'),
      unsure: of('unsure'),
      time: of('time'),
      sealedSoft: of('sealed-soft'),
      leakingSoft: of('leaking-soft'),
      unsureSoft: of('unsure-soft'),
    }
  }
  const inks = ref(read())
  watch(
    () => mode.value,
    () =>
      nextTick(() => {
        inks.value = read()
      }),
    { flush: 'post' },
  )
  return inks
})
