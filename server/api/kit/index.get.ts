import { loadKit } from '../../services/shelf/kit'

export default signedInRoute('read', null, () => loadKit())
