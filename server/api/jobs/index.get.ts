import { bay } from '../../services/job/jobs'

export default signedInRoute('read', null, ({ actor }) => bay(+actor.now))
