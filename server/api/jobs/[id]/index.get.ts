import { loadJob } from '../../../services/jobs'

export default signedInRoute('read', null, ({ id }) => loadJob(id()))
