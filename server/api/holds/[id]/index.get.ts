import { loadHold } from '../../../services/bench/holds'

export default signedInRoute('read', null, ({ id }) => loadHold(id()))
