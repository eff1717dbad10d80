import { jobTrail } from '../../../services/jobs'

export default signedInRoute('read', null, ({ id }) => jobTrail(id()))
