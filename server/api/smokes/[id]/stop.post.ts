import { stopSmoke } from '../../../services/smokes'

export default signedInRoute('work', null, ({ actor, id }) => stopSmoke(actor, id()))
