import { sessionsOf } from '../../../services/people/sessions'

export default signedInRoute('read', null, async ({ event, actor }) => sessionsOf(actor.id, await sessionOf(event), actor.now))
