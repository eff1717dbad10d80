import { lookAtTest } from '../../../services/bench/lookAtTest'

export default signedInRoute('read', null, ({ event, actor, id }) =>
  lookAtTest(id(), { what: askedIn(event, 'what'), at: askedIn(event, 'at') }, +actor.now),
)
