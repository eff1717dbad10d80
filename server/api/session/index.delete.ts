import { shopTime } from '../../services/house/steadyClock'
import { endSession } from '../../services/people/sessions'

export default openRoute(null, async ({ event }) => {
  const session = await sessionOf(event)
  if (session !== null) await endSession(session, new Date(shopTime()))
  await clearUserSession(event)
  return { ok: true }
})
