import { materials } from '../../services/shelf/materials'

export default signedInRoute('read', null, () => materials())
