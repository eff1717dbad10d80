import { bells } from '../../services/bells'

export default signedInRoute('read', null, bells)
