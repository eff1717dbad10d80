import { loadHold } from '../../../services/bench/hold/holds'

export default signedInRoute('read', null, ({ id }) => loadHold(id()))
