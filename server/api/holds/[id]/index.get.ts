import { loadHold } from '../../../services/holds'

export default signedInRoute('read', null, ({ id }) => loadHold(id()))
