import { jobTrail } from '../../../services/job/jobs'

export default signedInRoute('read', null, ({ id }) => jobTrail(id()))
