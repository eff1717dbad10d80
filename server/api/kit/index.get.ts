import { loadKit } from '../../services/kit'

export default signedInRoute('read', null, () => loadKit())
