import { bells } from '../../services/shop/bells'

export default signedInRoute('read', null, bells)
