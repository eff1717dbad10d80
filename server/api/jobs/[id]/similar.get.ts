import { similarJobs } from '../../../services/narrowing'

export default signedInRoute('read', null, ({ id }) => similarJobs(id()))
