import { personById } from '../../services/people/people'

export default signedInRoute('read', null, ({ actor }) => personById(actor.id))
