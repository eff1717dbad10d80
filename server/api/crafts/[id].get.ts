import { craftHistory } from '../../services/past/craftHistory'

export default signedInRoute('read', null, ({ actor, id }) => craftHistory(id(), +actor.now))
