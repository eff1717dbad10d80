import { similarJobs } from '../../../services/narrow/narrowing'

export default signedInRoute('read', null, ({ id }) => similarJobs(id()))
