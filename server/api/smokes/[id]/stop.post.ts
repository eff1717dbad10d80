import { stopSmoke } from '../../../services/bench/smokes'

export default signedInRoute('work', null, ({ actor, id }) => stopSmoke(actor, id()))
