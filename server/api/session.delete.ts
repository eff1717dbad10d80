export default signedInRoute('read', null, async ({ event }) => {
  await clearUserSession(event)
  return { ok: true }
})
