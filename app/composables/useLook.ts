/** Keeps the colours of the page on the look that the person chose. */
export function useLook() {
  const session = useSession()
  const colours = useColorMode()
  watchEffect(() => {
    colours.preference = session.look
  })
}
