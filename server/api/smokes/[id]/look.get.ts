import { lookInSmoke, placeToLook } from '../../../services/bench/smokes'

export default signedInRoute('read', null, ({ event, actor, id }) => lookInSmoke(id(), placeToLook(getQuery(event)), +actor.now))
