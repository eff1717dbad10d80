import { personById } from '../services/people'

export default signedInRoute('read', null, ({ actor }) => personById(actor.id))
