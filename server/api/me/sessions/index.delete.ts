import { endOwnSessions, sessionsOf } from '../../../services/people/sessions'

/** Signs out every browser but the one that asks. */
export default signedInRoute('read', null, async ({ event, actor }) => {
  const own = await sessionOf(event)
  await endOwnSessions(actor, own, 'others')
  return sessionsOf(actor.id, own, actor.now)
})
