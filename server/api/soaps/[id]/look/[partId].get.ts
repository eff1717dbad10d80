import { lookAtPart } from '../../../../services/bench/soaps'

export default signedInRoute('read', null, async ({ actor, id }) => ({ mark: await lookAtPart(id(), id('partId'), +actor.now) }))
