import { lookAtTest } from '../../../services/bench/lookAtTest'

export default signedInRoute('read', null, ({ event, actor, id }) => lookAtTest(id(), getQuery(event), +actor.now))
