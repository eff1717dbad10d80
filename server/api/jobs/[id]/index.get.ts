import { loadJob } from '../../../services/job/jobs'

export default signedInRoute('read', null, ({ id }) => loadJob(id()))
