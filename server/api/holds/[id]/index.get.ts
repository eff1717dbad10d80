import { loadHold } from '../../../services/bench/hold/runHold'

export default signedInRoute('read', null, ({ id }) => loadHold(id()))
