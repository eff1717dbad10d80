import { personById } from '../services/shop/people'

export default signedInRoute('read', null, ({ actor }) => personById(actor.id))
