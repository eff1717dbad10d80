import { endOwnSessions, sessionsOf } from '../../../services/people/sessions'

export default signedInRoute('read', null, async ({ event, actor, id }) => {
  const own = await sessionOf(event)
  await endOwnSessions(actor, own, id())
  return sessionsOf(actor.id, own, actor.now)
})
