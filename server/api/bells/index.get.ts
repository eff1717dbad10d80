import { bells } from '../../services/bells/bells'

export default signedInRoute('read', null, bells)
