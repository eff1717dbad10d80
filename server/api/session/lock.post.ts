/** Puts a shared browser down without signing out: whoever takes it up next says who they are, by PIN or password. */
export default openRoute(null, async ({ event }) => {
  await clearUserSession(event)
  return { ok: true }
})
