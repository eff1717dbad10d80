import { bay } from '../../services/jobs'

export default signedInRoute('read', null, ({ actor }) => bay(+actor.now))
