import { lookInSmoke, placeToLook } from '../../../services/smokes'

export default signedInRoute('read', null, ({ event, actor, id }) => lookInSmoke(id(), placeToLook(getQuery(event)), +actor.now))
