/** Looked for an answer so often, and called silent after so long without one, ms: a server that is busy answers late, one that hangs not at all. */
const TIMES = { look: 5000, most: 45_000 }

/**
 * Looks whether a server still answers, whatever it says: one that lives and hangs is as good as ended.
 * @param ask asks once; an answer that never comes is waited for no longer than `most`
 * @param silent called when nothing was answered for `most`, and again only after as long
 * @returns a function that ends it
 */
export function watchAnswers(ask, silent, { look, most } = TIMES) {
  let last = Date.now()
  const timer = setInterval(() => {
    ask().then(
      () => (last = Date.now()),
      () => {},
    )
    if (Date.now() - last < most) return
    last = Date.now()
    silent()
  }, look)
  return () => clearInterval(timer)
}
